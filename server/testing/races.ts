import { nanoid } from 'nanoid';
import { Agent, request } from 'node:http';
import type { Edit } from '@core/document/edits/edit';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { readPage } from '@core/document/edits/check/check-page';
import { newIdentifier } from '@core/document/identifier';
import type { Page } from '@core/document/page';
import { settled } from '@core/document/seen/settled';
import type { Site } from '@core/document/site';
import { subtree } from '@core/document/tree';
import { ask, type Answer, type Client } from './running';

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

const send = (client: Client, page: string, edits: readonly AnyEdit[]): Promise<Answer> =>
  client.call('POST', `/pages/${page}/edits`, { id: nanoid(), base: 0, edits });

/** A box on a page that takes widgets, in the given section. */
function boxIn(page: Page, section: string): string {
  const id = subtree(page, section).find((one) => ['container', 'column'].includes(page.parts[one]!.kind));
  if (id === undefined) throw new Error('This section has no box to write in.');
  return id;
}

/**
 * Somebody shares a section while another adds parts to it, so many times over.
 * Returns how often something they added is not in what is shared, or an edit was refused.
 */
export async function sharingWhileEditing(client: Client, pageId: string, rounds: number): Promise<number> {
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
      send(client, pageId, [
        { do: 'share', on: 'both', part: section, section: { id: `kept-${round}`, name: 'Kept', purpose: 'cards' } },
      ]),
      ...writing.slice(1).map((edit) => send(client, pageId, [edit])),
    ]);
    const after = await client.open(pageId);
    const kept = after.site.sections?.find((one) => one.root === section)?.parts ?? {};
    const arrived = writing.every((edit) => edit.do === 'insert' && Object.hasOwn(kept, edit.root));
    if (!arrived || answers.some((one) => one.status >= 400)) faults++;
    for (const edit of writing) {
      if (edit.do !== 'insert') continue;
      const set = await send(client, pageId, [{ do: 'set', part: edit.root, field: ['name'], value: 'Written' }]);
      const gone = await send(client, pageId, [{ do: 'remove', part: edit.root }]);
      if (set.status !== 200 || gone.status !== 200) faults++;
    }
    await send(client, pageId, [{ do: 'own', on: 'both', part: section, ends: true }]);
    readPage(after.site, (await client.open(pageId)).page);
  }
  return faults;
}

/**
 * Somebody removes a breakpoint while others set values at it, so many times over. Returns how often a page could not
 * be read afterwards,
 * an edit was refused, or what was set last is not found at the heir.
 */
export async function removingBreakpointWhileEditing(client: Client, pageId: string, rounds: number): Promise<number> {
  let faults = 0;
  for (let round = 0; round < rounds; round++) {
    const { site, page } = await client.open(pageId);
    const added = {
      id: `extra-${round}`,
      name: 'Extra',
      side: 'down' as const,
      limit: 800,
      preview: { width: 700, height: 800 },
    };
    const made = await client.setBreakpoints(pageId, { breakpoints: [...site.breakpoints, added], heirs: {} });
    if (made.status !== 200) throw new Error(`The breakpoint could not be made: ${made.body}`);
    const id = page.parts['root']!.children[0]!;
    const writes = Array.from({ length: 8 }, (_, at) =>
      send(client, pageId, [
        { do: 'set', part: id, field: ['style', added.id, 'normal', 'z-index'], value: String(at) },
      ]),
    );
    const without = { breakpoints: site.breakpoints, heirs: { [added.id]: 'phone' } };
    const answers = await Promise.all([
      ...writes.slice(0, 4),
      client.setBreakpoints(pageId, without),
      ...writes.slice(4),
    ]);
    const stored = await client.open(pageId);
    if (!isAtHeir(stored.site, stored.page, id, added.id) || answers.some((one) => one.status !== 200)) faults++;
    await send(client, pageId, [{ do: 'set', part: id, field: ['style', added.id, 'normal', 'z-index'] }]);
  }
  return faults;
}

/** Whether what a part has at a breakpoint that went is at the phone, and nowhere else, on a page that can be read. */
function isAtHeir(site: Site, page: Page, part: string, gone: string): boolean {
  try {
    const { style } = settled(site, readPage(site, page)).parts[part]!;
    return (
      style[gone] === undefined &&
      style['phone']?.normal?.['z-index'] === page.parts[part]!.style[gone]?.normal?.['z-index']
    );
  } catch {
    return false;
  }
}

/**
 * Publishes and edits all at once. Returns the statuses of the publishes and of the edits, and whether the server
 * answers after it.
 */
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

/**
 * Visitors load a page and then all its files while it is published over and over, each time otherwise. Returns how
 * many files were asked for and how many were not there.
 */
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
