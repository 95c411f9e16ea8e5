import { readFileSync } from 'node:fs';
import ts from 'typescript';
import type { Person } from './person';
import { Keyboard, Mouse, type Hand } from './dialogs/hand';
import { tryOut, type Trial } from './dialogs/trial';
import { sectionFor, workbenchRows } from './dialogs/workbench-rows';
import { visiting } from './visit';

/** Returns the names in the table of the workbench's dialogs, read from its source. */
function dialogNames(): string[] {
  const file = 'web/workbench/state/dialogs.ts';
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest);
  const names: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isVariableDeclaration(node) && node.name.getText(source) === 'table')
      node.initializer?.forEachChild(function inside(child): void {
        if (ts.isObjectLiteralExpression(child) || ts.isAsExpression(child)) child.forEachChild(inside);
        else if (ts.isPropertyAssignment(child)) names.push(child.name.getText(source).replaceAll("'", ''));
      });
    else node.forEachChild(visit);
  };
  source.forEachChild(visit);
  return names;
}

describe('Every dialog of the workbench', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  it('is in the table of trials', () => {
    const names = dialogNames();
    expect(names.length).toBeGreaterThan(20);
    expect(Object.keys(workbenchRows).sort()).toEqual(names.sort());
  });

  for (const handOf of [(person: Person): Hand => new Mouse(person), (person: Person): Hand => new Keyboard(person)])
    describe(`works by ${handOf(undefined as never).name}`, () => {
      let trial: Trial;
      beforeAll(async () => {
        const hand = handOf(visit.person);
        const { person } = visit;
        const page = await person.freshPage('tidewick', `By ${hand.name}`, `/by-${hand.name}`);
        const stored = () => person.api.open(page);
        await person.store(sectionFor((await stored()).site, hand));
        trial = { person, hand, word: hand.name, page, stored };
      });
      for (const [name, row] of Object.entries(workbenchRows)) it(name, () => tryOut(trial, row));
    });
});
