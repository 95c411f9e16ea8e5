import { isOfFrame } from '../../document/frames/shown-frame';
import { kindOf } from '../../document/kinds/registry';
import type { Page } from '../../document/page';
import { sampleOf } from '../../document/ready-made/samples';
import { subtree } from '../../document/tree';
import type { Check } from '../check';
import type { Finding } from '../finding';

const name = 'placeholders';
const finding = (part: string, reason: string): Finding => ({ check: name, severity: 'warning', part, reason });

/** Returns whether a part has no picture at any breakpoint. */
const hasNoPicture = (page: Page, id: string): boolean =>
  Object.values(page.parts[id]!.content).every((said) => (said?.['picture'] ?? '') === '');

const count = (how: number, one: string, many: string): string => (how === 1 ? `1 ${one} is` : `${how} ${many} are`);

/** Returns whether the page holds no widget outside of its frame. */
const isBlank = (page: Page, ids: readonly string[]): boolean =>
  ids.every((id) => {
    if (isOfFrame(id)) return true;
    const { group, refers } = kindOf(page.parts[id]!.kind);
    return group !== 'widget' && refers !== true;
  });

/** Returns whether a finding reports placeholders. Publishing a page with such a finding requires a confirmation. */
export const isUnfinished = (one: Pick<Finding, 'check'>): boolean => one.check === name;

/** Returns the findings about placeholders on a page as it is seen: images, texts, or the whole page. */
export function placeholdersOn(page: Page): Finding[] {
  const ids = subtree(page, page.root);
  if (isBlank(page, ids)) return [finding(page.root, 'The page is empty.')];
  const images = ids.filter((id) => page.parts[id]!.kind === 'image' && hasNoPicture(page, id));
  const texts = ids.filter((id) => sampleOf(page.parts[id]!) !== undefined);
  return [
    ...(images.length > 0
      ? [
          finding(
            images[0]!,
            `${count(images.length, 'image', 'images')} still ${images.length === 1 ? 'a placeholder' : 'placeholders'}.`,
          ),
        ]
      : []),
    ...(texts.length > 0
      ? [
          finding(
            texts[0]!,
            `${count(texts.length, 'text', 'texts')} still as added: “${sampleOf(page.parts[texts[0]!]!)!}”${texts.length > 1 ? ' and others' : ''}.`,
          ),
        ]
      : []),
  ];
}

export const placeholders: Check = {
  name,
  severity: 'warning',
  source: 'common practice',
  looks: 'page',
  find: ({ page }) => placeholdersOn(page),
};
