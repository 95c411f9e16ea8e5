import { around, gap, type Tree } from './build';

const link = (text: string, to: string): Tree => ({
  kind: 'button',
  classes: ['plain-link'],
  content: { text, link: to },
});

export const header: Tree = {
  kind: 'section',
  name: 'Header',
  tag: 'header',
  base: {
    ...around('padding', 16, '5%'),
    'background-color': 'var(--paper)',
    position: 'sticky',
    top: '0px',
    'z-index': '10',
  },
  narrowest: { ...around('padding', 10, 20), position: 'static' },
  holds: [
    {
      kind: 'container',
      name: 'Bar',
      classes: ['boxed'],
      base: { 'flex-direction': 'row', 'justify-content': 'space-between', 'align-items': 'center', ...gap(8, 24) },
      holds: [
        {
          kind: 'text',
          name: 'Name of the line',
          content: { text: 'Tidewick Ferries' },
          base: { 'font-family': 'Fraunces, serif', 'font-size': '22px', 'font-weight': '600' },
        },
        {
          kind: 'site-menu',
          name: 'Links',
          content: { menu: 'main', folds: 'phone' },
          base: { ...gap(0, 32), 'font-weight': '500' },
          narrower: { 'column-gap': '18px' },
        },
      ],
    },
  ],
};

export const footer: Tree = {
  kind: 'section',
  name: 'Footer',
  tag: 'footer',
  attributes: { id: 'contact' },
  base: { ...around('padding', 48, '5%'), 'background-color': '#17242a', color: '#d8d3c6' },
  narrowest: around('padding', 40, 20),
  holds: [
    {
      kind: 'columns',
      name: 'Footer columns',
      classes: ['boxed'],
      base: { 'grid-template-columns': '2fr 1fr 1fr', ...gap(32) },
      narrower: { 'grid-template-columns': '1fr 1fr' },
      narrowest: { 'grid-template-columns': '1fr' },
      holds: [
        {
          kind: 'column',
          holds: [
            {
              kind: 'text',
              content: { text: 'Tidewick Ferries' },
              base: { 'font-family': 'Fraunces, serif', 'font-size': '20px', color: 'var(--foam)' },
            },
            { kind: 'text', content: { text: 'Three islands, two boats and one timetable since 1962.' } },
          ],
        },
        { kind: 'column', holds: [{ kind: 'text', content: { text: 'Pier kiosk\nHarbour Road 1, Tidewick' } }] },
        {
          kind: 'column',
          holds: [link('kiosk@tidewick.example', 'mailto:kiosk@tidewick.example'), link('0555 0102', 'tel:05550102')],
        },
      ],
    },
  ],
};
