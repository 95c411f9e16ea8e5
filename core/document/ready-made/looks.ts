import { baseOf } from '../breakpoint';
import type { Look, Site } from '../site';
import type { Declarations } from '../style-map';

/** A look that comes with the application. */
export interface ReadyLook {
  readonly name: string;
  readonly says: string;
  /** The look with its values at the base of a site. */
  for(site: Pick<Site, 'breakpoints'>): Omit<Look, 'id'>;
}

interface Dress {
  readonly name: string;
  readonly says: string;
  readonly tokens: Readonly<
    Record<'ink' | 'paper' | 'accent' | 'on-accent' | 'panel' | 'line' | 'head-face' | 'text-face', string>
  >;
  readonly fonts: string[];
  readonly head: Declarations;
}

const faces = {
  grotesk: '"Schibsted Grotesk", sans-serif',
  fraunces: 'Fraunces, serif',
  mono: '"Spline Sans Mono", monospace',
};

/** Where each token is used; a site's own tokens of these names take the look's values. */
function styled({ head }: Dress): Readonly<Record<string, Declarations>> {
  const heading = { 'font-family': 'var(--head-face)', 'text-wrap-style': 'balance', ...head };
  const bar = { 'border-left-color': 'var(--accent)', 'border-left-style': 'solid', 'border-left-width': '4px' };
  return {
    body: {
      ...{ color: 'var(--ink)', 'background-color': 'var(--paper)' },
      ...{ 'font-family': 'var(--text-face)', 'font-size': '17px', 'line-height': '1.55' },
    },
    h1: { ...heading, 'line-height': '1.05' },
    h2: { ...heading, 'line-height': '1.15' },
    h3: { ...heading, 'line-height': '1.25' },
    blockquote: { ...bar, 'padding-left': '20px' },
    mark: { 'background-color': 'var(--accent)', color: 'var(--on-accent)' },
    hr: { 'border-top-color': 'var(--line)', 'border-top-style': 'solid', 'border-top-width': '1px' },
    th: { 'background-color': 'var(--panel)' },
  };
}

const ready = (dress: Dress): ReadyLook => ({
  name: dress.name,
  says: dress.says,
  for: ({ breakpoints }) => {
    const base = baseOf(breakpoints).id;
    const elements = Object.fromEntries(
      Object.entries(styled(dress)).map(([tag, normal]) => [tag, { [base]: { normal } }]),
    );
    return { name: dress.name, tokens: { ...dress.tokens }, elements, classes: [], fonts: dress.fonts };
  },
});

/** The looks a site can begin from, in the order they are offered. */
export const readyLooks: readonly ReadyLook[] = [
  ready({
    name: 'Logbook',
    says: 'Warm paper, brown ink, letters with serifs in the headings.',
    tokens: {
      ...{
        ink: '#2a211b',
        paper: '#fbf6ea',
        accent: '#7d2e1f',
        'on-accent': '#fffaf0',
        panel: '#f0e6d0',
        line: '#d6c8aa',
      },
      ...{ 'head-face': faces.fraunces, 'text-face': faces.grotesk },
    },
    fonts: ['Fraunces', 'Schibsted Grotesk'],
    head: { 'font-weight': '600' },
  }),
  ready({
    name: 'Chalk',
    says: 'White paper, dark green accents, plain heavy headings.',
    tokens: {
      ...{
        ink: '#182022',
        paper: '#ffffff',
        accent: '#0b5d52',
        'on-accent': '#ffffff',
        panel: '#eef2ef',
        line: '#cfd8d3',
      },
      ...{ 'head-face': faces.grotesk, 'text-face': faces.grotesk },
    },
    fonts: ['Schibsted Grotesk'],
    head: { 'font-weight': '800', 'letter-spacing': '-0.02em' },
  }),
  ready({
    name: 'Lamp room',
    says: 'Light letters on dark, amber accents: also for pages that are dark by themselves.',
    tokens: {
      ...{
        ink: '#ece6da',
        paper: '#15191c',
        accent: '#f0b867',
        'on-accent': '#1c1407',
        panel: '#20272b',
        line: '#3c464b',
      },
      ...{ 'head-face': faces.mono, 'text-face': faces.grotesk },
    },
    fonts: ['Spline Sans Mono', 'Schibsted Grotesk'],
    head: { 'font-weight': '500', 'letter-spacing': '-0.03em' },
  }),
];
