import { freshPart } from '@core/document/commands/thing';
import { blankPage, type Page, type Part } from '@core/document/page';
import { tidewick } from '../demo/tidewick';

const colours = ['#22333b', '#8c2f39', '#f4ead7', '#4d6b3c'];

/**
 * A page of so many parts with a real layout: sections in turn of three columns, of a grid with a part over two
 * cells, of a sticky box beside long content,
 * and of pictures placed absolutely behind words; sections keep their contents to a width by their paddings.
 */
export function largePage(id: string, size: number): Page {
  const blank = blankPage(id, 'A large page', '/large');
  const parts: Record<string, Part> = { ...blank.parts };
  let count = 1;
  const add = (kind: string, children: string[], style: Part['style'] = {}): string => {
    const own = `p${count++}`;
    const fresh = freshPart(tidewick, kind, children);
    parts[own] = { ...fresh, style: { ...fresh.style, ...style } };
    return own;
  };
  const sections: string[] = [];
  const wide = (normal: Record<string, string>, phone?: Record<string, string>): Part['style'] => ({
    wide: { normal },
    ...(phone && { phone: { normal: phone } }),
  });
  const heading = (at: number): string =>
    add(
      'heading',
      [],
      wide({ 'font-size': `${20 + ((count + at) % 30)}px`, color: colours[count % 4]! }, { 'font-size': '20px' }),
    );
  const text = (): string => add('text', [], wide({ 'max-width': `${30 + (count % 40)}ch` }));
  const button = (at: number): string => add('button', [], wide({ 'background-color': colours[(count + at) % 4]! }));
  const layouts: readonly (() => string)[] = [
    () =>
      add(
        'columns',
        [0, 1, 2].map((at) => add('column', [heading(at), text(), button(at)])),
        wide({ 'grid-template-columns': '1fr 1fr 1fr', 'column-gap': '24px' }, { 'grid-template-columns': '1fr' }),
      ),
    () => {
      const cells = [0, 1, 2].map((at) =>
        add(
          'container',
          [heading(at), text(), button(at)],
          at === 0 ? wide({ 'grid-column-end': 'span 2' }, { 'grid-column-end': 'auto' }) : {},
        ),
      );
      return add(
        'container',
        cells,
        wide(
          { display: 'grid', 'grid-template-columns': '1fr 1fr', 'row-gap': '20px', 'column-gap': '20px' },
          { 'grid-template-columns': '1fr' },
        ),
      );
    },
    () => {
      const box = add(
        'container',
        [heading(0), text()],
        wide({ position: 'sticky', top: '64px' }, { position: 'static' }),
      );
      return add(
        'columns',
        [add('column', [box]), add('column', [heading(1), text(), text(), text(), text(), button(1)])],
        wide({ 'grid-template-columns': '1fr 2fr', 'column-gap': '48px' }, { 'grid-template-columns': '1fr' }),
      );
    },
    () => {
      const picture = (left: string): string =>
        add(
          'image',
          [],
          wide({ position: 'absolute', left, top: '10px', width: '30%', 'aspect-ratio': '3/2', 'z-index': '-1' }),
        );
      return add(
        'container',
        [
          picture('-20px'),
          picture('60%'),
          heading(0),
          text(),
          button(0),
          text(),
          heading(2),
          text(),
          button(2),
          text(),
        ],
        wide({ position: 'relative', isolation: 'isolate' }),
      );
    },
  ];
  while (count < size - 14)
    sections.push(
      add(
        'section',
        [layouts[sections.length % 4]!()],
        wide({
          'padding-left': 'max(5%, calc((100% - 1120px) / 2))',
          'padding-right': 'max(5%, calc((100% - 1120px) / 2))',
        }),
      ),
    );
  return { ...blank, parts: { ...parts, [blank.root]: { ...blank.parts[blank.root]!, children: sections } } };
}
