import { gap } from '../sections/planting';
import { band, button, heading, narrowBand, picture, rounded, text } from './pieces';
import type { ReadyMade } from './ready-made';

export const openings: readonly ReadyMade[] = [
  {
    id: 'opening-over-picture',
    name: 'Words over a picture',
    purpose: 'opening',
    words: 'hero banner headline title overlay',
    tree: {
      kind: 'section',
      name: 'Opening',
      base: {
        ...band(96),
        'min-height': '640px',
        position: 'relative',
        isolation: 'isolate',
        'justify-content': 'center',
        'background-color': '#000000',
        color: '#ffffff',
      },
      narrowest: { ...narrowBand(64), 'min-height': '520px' },
      holds: [
        {
          kind: 'image',
          name: 'Picture behind',
          content: { alt: '' },
          base: {
            position: 'absolute',
            top: '0px',
            right: '0px',
            bottom: '0px',
            left: '0px',
            height: '100%',
            'object-fit': 'cover',
            opacity: '0.45',
            'z-index': '-1',
          },
        },
        {
          ...heading('A headline that says what this is about', 'h1', {
            'font-size': '64px',
            'line-height': '1.05',
            'max-width': '16ch',
            'text-wrap-style': 'balance',
          }),
          narrower: { 'font-size': '52px' },
          narrowest: { 'font-size': '38px' },
        },
        text('One or two sentences for whoever has just arrived: what they can do here, and why it is worth it.', {
          'font-size': '20px',
          'max-width': '44ch',
        }),
        button('Begin here'),
      ],
    },
  },
  {
    id: 'opening-beside-picture',
    name: 'Words beside a picture',
    purpose: 'opening',
    words: 'hero split headline title two halves',
    tree: {
      kind: 'section',
      name: 'Opening',
      base: { ...band(80), 'min-height': '560px', 'justify-content': 'center' },
      narrowest: narrowBand(56),
      holds: [
        {
          kind: 'columns',
          base: { 'grid-template-columns': '1fr 1fr', ...gap(32, 64), 'align-items': 'center' },
          narrowest: { 'grid-template-columns': '1fr' },
          holds: [
            {
              kind: 'column',
              base: gap(20),
              holds: [
                {
                  ...heading('A headline in a few words', 'h1', {
                    'font-size': '56px',
                    'line-height': '1.05',
                    'text-wrap-style': 'balance',
                  }),
                  narrower: { 'font-size': '44px' },
                  narrowest: { 'font-size': '36px' },
                },
                text('What this is, for whom, and what happens next.'),
                button('Find out more'),
              ],
            },
            { kind: 'column', holds: [picture('4/3', rounded)] },
          ],
        },
      ],
    },
  },
];
