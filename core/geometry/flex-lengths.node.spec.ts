import fc from 'fast-check';
import Yoga, { FlexDirection } from 'yoga-layout';
import { flexLengths, type FlexItem } from './flex-lengths';

// yoga-layout, a flexbox of its own: widths of one line's items, from a definite basis.
describe('Flexible lengths against yoga-layout', () => {
  it('agree on random lines', () => {
    const item = fc.record({
      basis: fc.integer({ min: 0, max: 300 }),
      grow: fc.integer({ min: 0, max: 3 }),
      shrink: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(item, { minLength: 1, maxLength: 6 }), fc.integer({ min: 100, max: 900 }), (items, room) => {
        const mine = flexLengths(
          items.map((one): FlexItem => ({ ...one, around: 0, min: 0, max: Infinity })),
          room,
        );
        // where one would shrink below nothing, yoga-layout shrinks none
        fc.pre(mine.every((one) => one.stopped === undefined));
        const parent = Yoga.Node.create();
        parent.setWidth(room);
        parent.setFlexDirection(FlexDirection.Row);
        items.forEach(({ basis, grow, shrink }, index) => {
          const child = Yoga.Node.create();
          child.setFlexBasis(basis);
          child.setFlexGrow(grow);
          child.setFlexShrink(shrink);
          parent.insertChild(child, index);
        });
        parent.calculateLayout(room, 100);
        mine.forEach(({ size }, index) =>
          expect(Math.abs(size - parent.getChild(index).getComputedWidth())).toBeLessThanOrEqual(1),
        ); // yoga rounds to whole px
        parent.freeRecursive();
      }),
      { numRuns: 200 },
    );
  });
});
