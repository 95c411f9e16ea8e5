import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Person } from './person';
import { deskScreens } from './dialogs/desk-rows';
import { doorScreens } from './dialogs/door-rows';
import { Keyboard, Mouse, type Hand } from './dialogs/hand';
import type { Screen, ScreenTrial } from './dialogs/screen';
import { screenForms } from './dialogs/screen-forms';
import { tried } from './dialogs/trial';
import { visiting } from './visit';

const screens: Readonly<Record<string, Screen>> = { ...deskScreens, ...doorScreens };

describe('Every dialog and form of the screens around the workbench', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  it('is in the table of trials', () => {
    const found = screenForms();
    expect(found.length).toBeGreaterThan(40);
    const covered = Object.values(screens).flatMap(({ rows }) => Object.values(rows).flatMap((row) => row.covers));
    expect(covered.sort()).toEqual(found);
  });

  for (const handOf of [(person: Person): Hand => new Mouse(person), (person: Person): Hand => new Keyboard(person)]) {
    const { name } = handOf(undefined as never);
    describe(`works by ${name}`, () => {
      const folder = mkdtempSync(join(tmpdir(), 'fold-forms-'));
      const trial = (): ScreenTrial => {
        const { person, servers } = visit;
        return { person, servers, folder, word: name, hand: handOf(person) };
      };
      afterAll(() => rmSync(folder, { recursive: true, force: true }));

      for (const [screen, { address, rows }] of Object.entries(screens))
        describe(`on ${screen}`, () => {
          let at = '';
          /** Whether the last trial may have left the screen. */
          let isLeft = false;
          const open = (): Promise<void> => visit.person.driver.get(`${visit.servers.editor}${at}`);
          beforeAll(async () => {
            await visit.person.signIn('ada@studio.example', 'paper-and-ink');
            at = await address(trial());
            await open();
          });
          for (const [what, row] of Object.entries(rows))
            it(what, async () => {
              if (isLeft) await open();
              isLeft = true; // if it fails, a dialog may stay open
              isLeft = (await tried(trial(), row)) === 'left';
            });
        });
    });
  }
});
