import { compileCanvas, recompile } from '@core/compile/canvas';
import { useThing } from '@core/document/commands/sharing/own-parts';
import { place } from '@core/document/commands/place';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import { seenEdits } from '@core/document/edits/seen-edits';
import { cards, done, seenOf } from '@core/document/testing/cards';
import { frameWith } from '../../testing/frame';
import { LeafPainter } from './leaf-painter';

// What is painted into a leaf is held against what Chromium reads from the page written anew.
describe('An own part with many uses on a leaf', () => {
  it('says in each what is written in one, whatever the words are made of', () => {
    const start = cards();
    const { sections } = start.site;
    let now: Documents = start;
    for (let count = 0; count < 30; count++) {
      const target = { where: 'inside', parent: 'the-section', index: 1 } as const;
      now = done(now, place(now.site, seenOf(now), useThing(sections![0]!), target));
    }
    const addresses = { pictures: 'files/', fonts: 'files/' };
    const [patched, anew] = [frameWith(''), frameWith('')];
    const painter = new LeafPainter(patched.document);
    const { html, sheets } = compileCanvas(now.site, seenOf(now), addresses);
    painter.load(html, sheets);
    const inner = { on: 'site', section: sections![0]!.id, part: start.inner.heading } as const; // no use says its own
    const says = [
      'Bare',
      'Bare still',
      'More & <more>',
      '',
      'Two\nlines',
      ' kept  as it is ',
      '&amp;',
      'שלום, 港',
      'Bare',
    ];
    for (const text of says) {
      const before = now;
      const after = applyBatch(now, [{ do: 'set', ...inner, field: ['content', 'base', 'text'], value: text }]);
      now = { site: after.site, page: after.page };
      const seen = seenOf(now);
      const changed = seenEdits({ before: before.page, after, seen }, after.edits);
      if (changed === 'all') throw new Error('an edit of a text has the page written anew');
      expect(changed.length).toBeGreaterThan(30);
      painter.apply(recompile(now.site, seenOf(before), seen, changed, addresses, before.site));
      const whole = compileCanvas(now.site, seen, addresses);
      new LeafPainter(anew.document).load(whole.html, whole.sheets);
      expect(patched.document.body.innerHTML).withContext(text).toBe(anew.document.body.innerHTML);
    }
    patched.remove();
    anew.remove();
  });
});
