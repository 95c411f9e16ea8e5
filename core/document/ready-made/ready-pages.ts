import { blankPage, type Page, type Parts } from '../page';
import type { Site } from '../site';
import { gap, planted, type Tree } from '../sections/planting';
import { readyMade } from './all';
import { band, button, heading, narrowBand, picture, rounded, text } from './pieces';

/** A page to begin from, made of sections. */
export interface ReadyPage {
  readonly id: string;
  readonly name: string;
  /** What is on it. */
  readonly says: string;
  /** What it is called and where it is, until somebody says otherwise. */
  readonly title: string;
  readonly path: string;
  readonly sections: (title: string) => readonly Tree[];
}

/** A ready-made section by its id. */
function section(id: string): Tree {
  const found = readyMade.find((one) => one.id === id);
  if (!found) throw new Error(`There is no ready-made section ${id}.`);
  return found.tree;
}

/** The head of a page that has no opening. */
const head = (title: string, lead: string): Tree => ({
  kind: 'section',
  name: 'Head',
  base: { ...band(96, 760), 'padding-bottom': '32px' },
  narrowest: { ...narrowBand(56), 'padding-bottom': '16px' },
  holds: [
    {
      ...heading(title, 'h1', { 'font-size': '52px', 'line-height': '1.1', 'text-wrap-style': 'balance' }),
      narrowest: { 'font-size': '36px' },
    },
    text(lead, { 'font-size': '19px' }),
  ],
});

const field = (label: string, name: string, type = 'text'): Tree => ({
  kind: 'field',
  content: { label, name, type, placeholder: '' },
});

const chapter = (title: string): Tree => ({
  kind: 'section',
  name: title,
  base: band(24, 680),
  narrowest: narrowBand(20),
  holds: [
    heading(title),
    text(
      'A paragraph long enough to show how a page reads that is mostly text: five or six lines at most, one thought in each, and a width at which the eye finds the next line by itself.',
    ),
    text('A second one that goes on from there. Whoever skims reads its first words, so they say what it is about.'),
  ],
});

/** The pages one may begin from; the order of the home page’s sections is common practice. */
export const readyPages: readonly ReadyPage[] = [
  {
    id: 'home',
    name: 'Home',
    says: 'Opening, introduction, rows of pictures with text, a strong call to action',
    title: 'Home',
    path: '/',
    sections: (title) => [
      retitled(section('opening-over-picture'), title),
      section('introduction-centred'),
      section('rows-alternating'),
      section('call-centred'),
    ],
  },
  {
    id: 'about',
    name: 'About',
    says: 'Who they are: a head, a picture beside text, the people, numbers',
    title: 'About us',
    path: '/about',
    sections: (title) => [
      head(title, 'Two sentences on who stands behind this, and since when.'),
      section('picture-beside-text'),
      section('team-portraits'),
      section('cards-numbers'),
    ],
  },
  {
    id: 'services',
    name: 'Services',
    says: 'What is on offer: a head, cards, rows, a call to action',
    title: 'Services',
    path: '/services',
    sections: (title) => [
      head(title, 'What there is to be had here, and for whom.'),
      section('cards-three'),
      section('rows-alternating'),
      section('call-centred'),
    ],
  },
  {
    id: 'contact',
    name: 'Contact',
    says: 'Where, when and how, and a few lines to write in',
    title: 'Contact',
    path: '/contact',
    sections: (title) => [
      head(title, 'The quickest way to reach somebody who knows.'),
      section('contact-columns'),
      {
        kind: 'section',
        name: 'Write to us',
        base: band(72, 560),
        narrowest: narrowBand(48),
        holds: [
          heading('Write to us'),
          field('Your name', 'name'),
          field('Your email address', 'email', 'email'),
          field('What it is about', 'subject'),
          button('Send'),
        ],
      },
    ],
  },
  {
    id: 'questions',
    name: 'Questions',
    says: 'Questions that open, and whom to ask about the rest',
    title: 'Questions',
    path: '/questions',
    sections: (title) => [
      head(title, 'What is asked most, answered in a few lines each.'),
      section('questions-list'),
      section('contact-columns'),
    ],
  },
  {
    id: 'long-read',
    name: 'Long read',
    says: 'A story in chapters, at a width that reads well',
    title: 'A story',
    path: '/story',
    sections: (title) => [
      head(title, 'Two lines that say why this is worth the time.'),
      {
        kind: 'section',
        name: 'Picture',
        base: { ...band(24, 960), ...gap(8) },
        narrowest: narrowBand(20),
        holds: [picture('16/9', rounded), text('What the picture shows', { 'font-size': '14px' })],
      },
      chapter('How it began'),
      chapter('What came in between'),
      chapter('Where it stands now'),
      section('call-centred'),
    ],
  },
];

/** A tree whose first heading of the highest level says this. */
function retitled(tree: Tree, title: string): Tree {
  if (tree.kind === 'heading' && tree.tag === 'h1') return { ...tree, content: { ...tree.content, text: title } };
  return tree.holds ? { ...tree, holds: tree.holds.map((one) => retitled(one, title)) } : tree;
}

/** A page made of the sections of a ready-made one, under facts of its own. */
export function pageFrom(
  site: Site,
  ready: ReadyPage,
  { id, title, path }: { readonly id: string; readonly title: string; readonly path: string },
): Page {
  const page = blankPage(id, title, path);
  const made = ready.sections(title).map((tree) => planted(site, tree));
  const root = { ...page.parts[page.root]!, children: made.map((one) => one.root) };
  return { ...page, parts: made.reduce<Parts>((parts, one) => ({ ...parts, ...one.parts }), { [page.root]: root }) };
}
