import { applyEdits } from '../apply';
import type { Page, Part } from '../../page';
import { readPage } from './check-page';
import { deepest } from '../draft';
import { page, part, set, site, stored, wire } from '../testing/hostile-page';

const fields: readonly (readonly [what: string, edits: unknown])[] = [
  ['a tag as a list', set('title', ['tag'], ['h1'])],
  ['a tag as an object', set('title', ['tag'], { toString: 'h1' })],
  ['a tag of another kind', set('title', ['tag'], 'script')],
  ['a tag with an attribute', set('title', ['tag'], 'h1 onclick=alert(1)')],
  ['a tag as a number', set('title', ['tag'], 1)],
  ['no tag', set('title', ['tag'])],
  ['a tag in capitals', set('title', ['tag'], 'H1')],
  ['classes as a text', set('title', ['classes'], 'card')],
  ['classes as an object', set('title', ['classes'], { 0: 'card', length: 1 })],
  ['a class that closes its attribute', set('title', ['classes'], ['x" onclick="alert(1)'])],
  ['a class with a space', set('title', ['classes'], ['a b'])],
  ['a generated class', set('title', ['classes'], ['_1'])],
  ['a class within a list', set('title', ['classes'], [['card']])],
  [
    '21 classes',
    set(
      'title',
      ['classes'],
      Array.from({ length: 21 }, (_, at) => `c${at}`),
    ),
  ],
  ['no classes', set('title', ['classes'])],
  ['a name as a list', set('title', ['name'], ['x'])],
  ['a name of 81 letters', set('title', ['name'], 'x'.repeat(81))],
  ['off as a text', set('title', ['off'], 'true')],
  ['off as false', set('title', ['off'], false)],
  ['a page switched off', set('root', ['off'], true)],
  ['an attribute __proto__', wire('[{"do":"set","part":"title","field":["attributes","__proto__"],"value":"x"}]')],
  [
    'an attribute __proto__ as an object',
    wire('[{"do":"set","part":"title","field":["attributes","__proto__"],"value":{"onclick":"alert(1)"}}]'),
  ],
  ['an attribute constructor', set('title', ['attributes', 'constructor'], 'x')],
  ['a handler', set('title', ['attributes', 'onclick'], 'alert(1)')],
  ['a handler in capitals', set('title', ['attributes', 'ONCLICK'], 'alert(1)')],
  ['a style attribute', set('title', ['attributes', 'style'], 'color:red')],
  ['a class attribute', set('title', ['attributes', 'class'], 'x')],
  ['an href', set('title', ['attributes', 'href'], 'javascript:alert(1)')],
  ['the editor’s own attribute', set('title', ['attributes', 'data-part'], 'root')],
  ['an attribute with a space', set('title', ['attributes', 'title x'], 'x')],
  ['an attribute that ends its tag', set('title', ['attributes', 'data-a><script>'], 'x')],
  ['an attribute as a number', set('title', ['attributes', 'title'], 1)],
  ['an attribute as a list', set('title', ['attributes', 'title'], ['x'])],
  ['an attribute of 501 letters', set('title', ['attributes', 'title'], 'x'.repeat(501))],
  ['an empty field', set('title', [], 'x')],
  ['a field children', set('title', ['children'], [])],
  ['a field kind', set('title', ['kind'], 'html')],
  ['a field __proto__', wire('[{"do":"set","part":"title","field":["__proto__"],"value":{}}]')],
  ['a property that there is not', set('title', ['style', 'wide', 'normal', 'behavior'], 'x')],
  ['a custom property', set('title', ['style', 'wide', 'normal', '--x'], 'red')],
  ['a property with a colon', set('title', ['style', 'wide', 'normal', 'color:red;x'], 'red')],
  [
    'a property __proto__',
    wire('[{"do":"set","part":"title","field":["style","wide","normal","__proto__"],"value":"red"}]'),
  ],
  ['a property constructor', set('title', ['style', 'wide', 'normal', 'constructor'], 'red')],
  ['a breakpoint that there is not', set('title', ['style', 'watch', 'normal', 'color'], 'red')],
  [
    'a breakpoint __proto__',
    wire('[{"do":"set","part":"title","field":["style","__proto__","normal","color"],"value":"red"}]'),
  ],
  ['a state that there is not', set('title', ['style', 'wide', 'visited', 'color'], 'red')],
  ['a value as a list', set('title', ['style', 'wide', 'normal', 'color'], ['red'])],
  ['a value as an object', set('title', ['style', 'wide', 'normal', 'color'], { toString: 'red' })],
  ['a value of 2,001 letters', set('title', ['style', 'wide', 'normal', 'color'], 'r'.repeat(2001))],
  ['content of another kind', set('title', ['content', 'base', 'html'], '<script>')],
  [
    'content __proto__',
    wire('[{"do":"set","part":"title","field":["content","base","__proto__"],"value":{"text":"x"}}]'),
  ],
  ['content constructor', set('title', ['content', 'base', 'constructor'], 'x')],
  ['content as a list', set('title', ['content', 'base', 'text'], ['x'])],
  ['content as an object', set('title', ['content', 'base', 'text'], { x: 1 })],
  ['content at a breakpoint that there is not', set('title', ['content', 'watch', 'text'], 'x')],
  ['content that does not vary, at a breakpoint', set('image', ['content', 'phone', 'alt'], 'x')],
  ['sizes that end their attribute', set('image', ['content', 'base', 'sizes'], '100vw" onload="alert(1)')],
  ['a backdrop of no px', set('sec', ['backdrop'], { wide: 0 })],
  ['a backdrop in words', set('sec', ['backdrop'], { wide: '400px' })],
  ['a backdrop as a list', set('sec', ['backdrop'], [400])],
  ['a backdrop __proto__', wire('[{"do":"set","part":"sec","field":["backdrop"],"value":{"__proto__":4.5}}]')],
  ['a picture outside its folder', set('image', ['content', 'base', 'picture'], '../../etc/passwd')],
  ['a picture __proto__', set('image', ['content', 'base', 'picture'], '__proto__')],
  ['a field’s type that is a file', set('field', ['content', 'base', 'type'], 'file')],
  [
    'a field’s type that ends its attribute',
    set('field', ['content', 'base', 'type'], 'text" autofocus onfocus="alert(1)'),
  ],
  ['a field’s name with a bracket', set('field', ['content', 'base', 'name'], 'a[b]')],
  ['a field without a label', set('field', ['content', 'base', 'label'], ' ')],
  ['a part that there is not', set('gone', ['name'], 'x')],
  ['a part __proto__', wire('[{"do":"set","part":"__proto__","field":["name"],"value":"x"}]')],
  ['a part constructor', set('constructor', ['name'], 'x')],
  ['removing the page', [{ do: 'remove', part: 'root' }]],
  ['removing what is not there', [{ do: 'remove', part: 'gone' }]],
  ['removing what a prototype has', [{ do: 'remove', part: 'tostring' }]],
  ['moving the page', [{ do: 'move', part: 'root', parent: 'sec', index: 0 }]],
  ['moving into itself', [{ do: 'move', part: 'sec', parent: 'sec', index: 0 }]],
  ['moving into what it holds', [{ do: 'move', part: 'sec', parent: 'box', index: 0 }]],
  ['moving below zero', [{ do: 'move', part: 'text', parent: 'box', index: -1 }]],
  ['moving beyond the end', [{ do: 'move', part: 'text', parent: 'box', index: 5 }]],
  ['moving by half', [{ do: 'move', part: 'text', parent: 'box', index: 0.5 }]],
  ['moving to where it may not stand', [{ do: 'move', part: 'text', parent: 'root', index: 0 }]],
  ['moving into a widget', [{ do: 'move', part: 'text', parent: 'title', index: 0 }]],
  ['moving to nobody', [{ do: 'move', part: 'text', parent: 'gone', index: 0 }]],
  ['a fifth kind of edit', [{ do: 'eval', part: 'text' }]],
  ['no edits', []],
  ['2,001 edits', Array.from({ length: 2001 }, () => ({ do: 'remove', part: 'text' }))],
  ['edits that are none', 'remove'],
  ['edits of null', null],
  ['an edit of null', [null]],
  ['an edit with more than it has', [{ do: 'remove', part: 'text', and: 'all' }]],
  ['an insert without its root', [{ do: 'insert', parent: 'sec', index: 0, root: 'a', parts: {} }]],
  [
    'an insert under its prototype’s name',
    wire('[{"do":"insert","parent":"sec","index":0,"root":"__proto__","parts":{"__proto__":{}}}]'),
  ],
  [
    'an insert that loops',
    [{ do: 'insert', parent: 'sec', index: 0, root: 'a', parts: { a: part('container', 'div', ['a']) } }],
  ],
  [
    'an insert that hides a part',
    [
      {
        do: 'insert',
        parent: 'sec',
        index: 0,
        root: 'a',
        parts: { a: part('container', 'div', []), b: part('container', 'div', []) },
      },
    ],
  ],
  [
    'an insert over what is there',
    [{ do: 'insert', parent: 'sec', index: 0, root: 'box', parts: { box: part('container', 'div', []) } }],
  ],
  [
    'an insert of a kind that there is not',
    [{ do: 'insert', parent: 'sec', index: 0, root: 'a', parts: { a: part('iframe', 'iframe', []) } }],
  ],
  [
    'an insert of a kind __proto__',
    [{ do: 'insert', parent: 'sec', index: 0, root: 'a', parts: { a: part('__proto__', 'div', []) } }],
  ],
  [
    'an insert with a tag as a list',
    [
      {
        do: 'insert',
        parent: 'sec',
        index: 0,
        root: 'a',
        parts: { a: { ...part('container', 'div', []), tag: ['div'] } },
      },
    ],
  ],
  [
    'an insert with a field of its own',
    [
      {
        do: 'insert',
        parent: 'sec',
        index: 0,
        root: 'a',
        parts: { a: { ...part('container', 'div', []), onclick: 'x' } },
      },
    ],
  ],
  [
    'an insert with an open value',
    [
      {
        do: 'insert',
        parent: 'sec',
        index: 0,
        root: 'a',
        parts: { a: { ...part('container', 'div', []), style: { wide: { normal: { color: 'rgb(0 0 0' } } } } },
      },
    ],
  ],
  [
    'an insert with a handler',
    [
      {
        do: 'insert',
        parent: 'sec',
        index: 0,
        root: 'a',
        parts: { a: { ...part('container', 'div', []), attributes: { onclick: 'alert(1)' } } },
      },
    ],
  ],
  [
    'an insert with an id that is none',
    [{ do: 'insert', parent: 'sec', index: 0, root: 'A B', parts: { 'A B': part('container', 'div', []) } }],
  ],
  [
    'a second page within the page',
    [
      {
        do: 'insert',
        parent: 'sec',
        index: 0,
        root: 'a',
        parts: { a: part('page', 'body', [], { title: 'x', description: '' }) },
      },
    ],
  ],
];

describe('An edit that means harm', () => {
  for (const [what, edits] of fields)
    it(`is refused with a sentence: ${what}`, () => {
      expect(stored(edits)).toEqual(jasmine.stringMatching(/\w{2}/));
    });
});

describe('Parts within parts', () => {
  const nested = (levels: number): Record<string, Part> =>
    Object.fromEntries(
      Array.from({ length: levels }, (_, at) => [
        `n${at}`,
        part('container', 'div', at + 1 < levels ? [`n${at + 1}`] : []),
      ]),
    );
  const insert = (levels: number, parent = 'sec'): unknown => [
    { do: 'insert', parent, index: 0, root: 'n0', parts: nested(levels) },
  ];
  it('stand as deep as any real page needs, and no deeper, however they come there', () => {
    expect(stored(insert(deepest - 2))).toEqual(jasmine.objectContaining({ id: 'p' }));
    expect(stored(insert(deepest - 1))).toMatch(/64 levels/);
    expect(stored(insert(6000))).toMatch(/64 levels/);
    expect(stored(insert(20_000))).toMatch(/64 levels/);
    const deep = stored(insert(deepest - 2)) as Page; // as the first line has it
    expect(() => applyEdits(site, deep, [{ do: 'move', part: 'n5', parent: 'box', index: 0 }])).not.toThrow();
    expect(() =>
      applyEdits(site, deep, [{ do: 'move', part: 'box', parent: `n${deepest - 3}`, index: 0 }]),
    ).toThrowError(/64 levels/);
    expect(() =>
      applyEdits(site, deep, [
        { do: 'move', part: 'n5', parent: 'box', index: 0 },
        { do: 'move', part: 'box', parent: 'n4', index: 0 },
      ]),
    ).toThrowError(/64 levels/);
  });
  it('are counted in a page from a file too', () => {
    const whole = (levels: number): Page => ({
      ...page,
      parts: {
        ...page.parts,
        ...nested(levels),
        sec: { ...page.parts['sec']!, children: [...page.parts['sec']!.children, 'n0'] },
      },
    });
    expect(() => readPage(site, whole(deepest - 2))).not.toThrow();
    expect(() => readPage(site, whole(deepest - 1))).toThrowError(/64 levels/);
  });
});

describe('A long batch', () => {
  it('goes over the page once, not once an edit', () => {
    const many: Record<string, Part> = { ...page.parts };
    const ids = Array.from({ length: 3000 }, (_, at) => `t${at}`);
    for (const id of ids) many[id] = part('text', 'p', [], { text: id });
    many['box'] = { ...many['box']!, children: ids };
    let walks = 0;
    const counted = new Proxy(many, { ownKeys: (target) => (walks++, Reflect.ownKeys(target)) });
    const edits = ids.slice(0, 1000).flatMap((id) => [
      { do: 'set' as const, part: id, field: ['name' as const] as ['name'], value: 'named' },
      { do: 'move' as const, part: id, parent: 'sec', index: 0 },
    ]);
    const { page: after, inverses } = applyEdits(site, { ...page, parts: counted }, edits);
    expect(walks).toBeLessThan(5);
    expect(after.parts['sec']!.children.length).toBe(1009);
    expect(applyEdits(site, after, inverses).page.parts).toEqual(many);
  });
});
