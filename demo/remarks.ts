import { nameOf } from '@core/document/kinds/registry';
import { timetable } from './tidewick-pages';

/** The first part of a kind on the page, and what it is called. */
function on(kind: string): { readonly part: string; readonly about: string } {
  const part = Object.keys(timetable.parts).find((id) => timetable.parts[id]?.kind === kind) ?? timetable.root;
  return { part, about: nameOf(timetable.parts[part]!) };
}

const said = { site: 'tidewick', page: timetable.id, link: null, breakpoint: 'phone', width: 390, x: 0.5, y: 0.5 };

/** What the client said on a preview, and what the studio answered. */
export const remarks = [
  {
    ...said,
    id: 'remark-boats-on-sunday',
    ...on('heading'),
    words: 'Could it say that no boat goes to Inner Kelder on Sundays? People ask at the kiosk every week.',
    by: 'Marit, harbour office',
    answer: { id: 'answer-boats-on-sunday', words: 'Good point. A line below the heading, this week.' },
    settledBy: null,
  },
  {
    ...said,
    id: 'remark-larger-times',
    ...on('text'),
    words: 'The times are hard to read in the sun. A little larger?',
    by: 'Marit, harbour office',
    answer: { id: 'answer-larger-times', words: 'They are 18 px on phones now.' },
    settledBy: 'Ada Lindqvist',
  },
] as const;
