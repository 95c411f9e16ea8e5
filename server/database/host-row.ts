import { EntitySchema } from 'typeorm';

/** A host name that leads to a site: its own, and those it had before, from which visitors are led on. */
export interface HostRow {
  host: string;
  site: string;
  since: Date;
}
export const Hosts = new EntitySchema<HostRow>({
  name: 'host',
  tableName: 'hosts',
  columns: {
    host: { type: 'text', primary: true },
    site: { type: 'text' },
    since: { type: 'timestamptz', default: () => 'now()' },
  },
});
