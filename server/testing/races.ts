import { nanoid } from 'nanoid';
import { Agent, request } from 'node:http';
import type { Edit } from '@core/document/edits/edit';
import { readPage } from '@core/document/edits/check-page';
import { newIdentifier } from '@core/document/identifier';
import type { Page } from '@core/document/page';
import { subtree } from '@core/document/tree';
import { Pages, Sites } from '../database/entities';
import { ask, type Answer, type Client, type Running } from './running';

/** A text part to put somewhere, under an id of its own. */
function newText(parent: string, index: number): Edit {
  const id = newIdentifier();
  return {
    do: 'insert',
    parent,
    index,
    root: id,
    parts: {
      [id]: {
        kind: 'text',
        tag: 'p',
        children: [],
        classes: [],
        style: {},
        content: { base: { text: id } },
        attributes: {},
      },
    },
  };
}

const send = (client: Client, page: string, edits: readonly Edit[]): Promise<Answer> =>
  client.call('POST', `/pages/${page}/edits`, { id: nanoid(), base: 0, edits });

/** A box on a page that takes widgets, in the given section. */
function boxIn(page: Page, section: string): string {
  const id = subtree(page, section).find((one) => ['container', 'column'].includes(page.parts[one]!.kind));
  if (id === undefined) throw new Error('This section has no box to write in.');
  return id;
}

/**
 * Somebody shares a section while another adds parts to it, so many times over.
 * Returns how often the site's copy was not what the page has, or an edit after it was refused.
 */
export async function sharingWhileEditing(
  { service }: Running,
  client: Client,
  pageId: string,
  rounds: number,
): Promise<number> {
  let faults = 0;
  for (let round = 0; round < rounds; round++) {
    const { page } = await client.open(pageId);
    const section = page.parts['root']!.children.find((id) =>
      subtree(page, id).some((one) => page.parts[one]!.kind === 'container'),
    )!;
    const box = boxIn(page, section);
    const writing = Array.from({ length: 4 }, () => newText(box, 0));
    const answers = await Promise.all([
      send(client, pageId, [writing[0]!]),
      client.call('POST', `/pages/${pageId}/sections`, { part: section, name: 'Kept', purpose: 'cards', shared: true }),
      ...writing.slice(1).map((edit) => send(client, pageId, [edit])),
    ]);
    const after = await client.open(pageId);
    const kept = after.site.sections?.find((one) => one.root === section);
    const onPage = subtree(after.page, section).sort().join();
    if (!kept || Object.keys(kept.parts).sort().join() !== onPage || answers.some((one) => one.status >= 400)) faults++;
    for (const edit of writing) {
      if (edit.do !== 'insert') continue;
      const set = await send(client, pageId, [{ do: 'set', part: edit.root, field: ['name'], value: 'Written' }]);
      const gone = await send(client, pageId, [{ do: 'remove', part: edit.root }]);
      if (set.status !== 200 || gone.status !== 200) faults++;
    }
    await client.call('DELETE', `/sites/${after.site.id}/sections/${section}`);
    const { document } = await service.database.getRepository(Pages).findOneByOrFail({ id: pageId });
    readPage(after.site, document);
  }
  return faults;
}

/** Somebody removes a breakpoint while others set values at it, so many times over. Returns how often a page was left with a value at a breakpoint that is gone. */
export async function removingBreakpointWhileEditing(
  { service }: Running,
  client: Client,
  siteId: string,
  pageId: string,
  rounds: number,
): Promise<number> {
  let faults = 0;
  for (let round = 0; round < rounds; round++) {
    const { site, page } = await client.open(pageId);
    const added = {
      id: `extra-${round}`,
      name: 'Extra',
      reach: 'down' as const,
      limit: 800,
      preview: { width: 700, height: 800 },
    };
    const change = (breakpoints: readonly unknown[]) =>
      client.call('PUT', `/sites/${siteId}/breakpoints`, { rehearsal: false, breakpoints, heirs: {} });
    const made = await change([...site.breakpoints, added]);
    if (made.status !== 200) throw new Error(`The breakpoint could not be made: ${made.body}`);
    const id = page.parts['root']!.children[0]!;
    const writes = Array.from({ length: 8 }, (_, at) =>
      send(client, pageId, [
        { do: 'set', part: id, field: ['style', added.id, 'normal', 'z-index'], value: String(at) },
      ]),
    );
    await Promise.all([...writes.slice(0, 4), change(site.breakpoints), ...writes.slice(4)]);
    const stored = await service.database.getRepository(Pages).findOneByOrFail({ id: pageId });
    const { document } = await service.database.getRepository(Sites).findOneByOrFail({ id: siteId });
    try {
      readPage(document, stored.document);
    } catch {
      faults++;
    }
  }
  return faults;
}

/** Publishes and edits all at once. Returns the statuses of the publishes and of the edits, and whether the server answers after it. */
export async function publishesAndWriters(
  client: Client,
  pageId: string,
  publishes: number,
  writers: number,
): Promise<{ published: number[]; stored: number[]; answers: boolean }> {
  const writing = Array.from({ length: writers }, () =>
    send(client, pageId, [{ do: 'set', part: 'root', field: ['name'], value: nanoid() }]),
  );
  const publishing = Array.from({ length: publishes }, () => client.call('POST', `/pages/${pageId}/releases`, {}));
  const [stored, published] = await Promise.all([Promise.all(writing), Promise.all(publishing)]);
  return {
    stored: stored.map((one) => one.status),
    published: published.map((one) => one.status),
    answers: (await client.call('GET', '/sites')).status === 200,
  };
}

/** Visitors load a page and then all its files while it is published over and over, each time otherwise. Returns how many files were asked for and how many were not there. */
export async function visitorsDuringPublishes(
  client: Client,
  livePort: number,
  pageId: string,
  host: string,
  publishes: number,
): Promise<{ loads: number; missing: number }> {
  const agent = new Agent({ keepAlive: true, maxSockets: 4 });
  let over = false;
  let loads = 0;
  let missing = 0;
  const visit = async (): Promise<void> => {
    while (!over) {
      const page = await ask(livePort, 'GET', '/', { host });
      for (const file of new Set([...page.body.matchAll(/\/files\/[a-z0-9.-]+\.css/g)].map((match) => match[0]))) {
        loads++;
        if ((await status(agent, livePort, file, host)) !== 200) missing++;
      }
    }
  };
  const visitors = [visit(), visit(), visit()];
  for (let count = 0; count < publishes; count++) {
    await send(client, pageId, [
      {
        do: 'set',
        part: 'root',
        field: ['style', 'wide', 'normal', 'color'],
        value: `#${(0x100000 + count * 977).toString(16)}`,
      },
    ]);
    await client.call('POST', `/pages/${pageId}/releases`, {});
  }
  over = true;
  await Promise.all(visitors);
  agent.destroy();
  return { loads, missing };
}

const status = (agent: Agent, port: number, path: string, host: string): Promise<number> =>
  new Promise((done, fail) => {
    request({ agent, host: '127.0.0.1', port, path, headers: { host } }, (response) => {
      response.resume();
      response.on('end', () => done(response.statusCode ?? 0));
    })
      .on('error', fail)
      .end();
  });
