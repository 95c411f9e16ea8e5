import type { MigrationInterface, QueryRunner } from 'typeorm';
import { withReach } from './reach';

const signature = (more: string): string => `store_batch(
    text, text, integer, boolean, text, integer, boolean, text, json, json${more})`;

/** The same in the role somebody has; says `barred` where they have another by then, or the site is archived. */
const withRole = withReach
  .replace('said json, facts json', 'said json, facts json, in_role text')
  .replace(
    `IF EXISTS (SELECT FROM batches WHERE id = batch) THEN RETURN 'known'; END IF;`,
    `IF in_role IS NOT NULL AND NOT EXISTS (
      SELECT FROM memberships WHERE site = of_site AND account = by_account AND role = in_role
    ) THEN RETURN 'barred'; END IF;
    IF EXISTS (SELECT FROM batches WHERE id = batch) THEN RETURN 'known'; END IF;`,
  )
  .replace(
    `IF NOT FOUND THEN RETURN 'stale'; END IF;
    IF on_page`,
    `IF NOT FOUND THEN RETURN 'stale'; END IF;
    IF in_role IS NOT NULL AND EXISTS (SELECT FROM sites WHERE id = of_site AND archived IS NOT NULL)
      THEN RETURN 'barred'; END IF;
    IF on_page`,
  );

/** Whether somebody may still store a batch is asked where it is stored: its body may take minutes to arrive. */
export class HeldRoles1764470000000 implements MigrationInterface {
  readonly name = 'HeldRoles1764470000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(withRole);
    await runner.query(`DROP FUNCTION ${signature('')}`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(withReach);
    await runner.query(`DROP FUNCTION ${signature(', text')}`);
  }
}
