import { freshPart } from '../document/commands/thing';
import { blankPage, type Part } from '../document/page';
import type { Site } from '../document/site';
import { band, narrowBand } from '../document/ready-made/pieces';
import { styleOfTree } from '../document/sections/planting';
import { compile } from './compile';

/** What visitors see in place of a site’s pages while it is offline: one page with its sheet in it, in the site’s look. */
export function offlineHtml(site: Site, words: string): string {
  const page = blankPage('offline', site.name, '/');
  const section: Part = {
    ...freshPart(site, 'section', ['title', 'words']),
    style: styleOfTree(site, { base: { ...band(120, 640) }, narrowest: narrowBand(72) }),
  };
  const title: Part = { ...freshPart(site, 'heading'), tag: 'h1', content: { base: { text: site.name } } };
  const said: Part = { ...freshPart(site, 'text'), content: { base: { text: words } } };
  const root: Part = { ...page.parts['root']!, children: ['section'] };
  const { html, css } = compile(
    site,
    { ...page, parts: { root, section, title, words: said } },
    {
      ...{ pictures: '/files/', fonts: '/files/', stylesheet: 'style.css' },
    },
  );
  // a sheet cannot hold the end of its own element: what a style says is checked when it is stored
  return html.replace(
    '<link rel="stylesheet" href="style.css">',
    () => `<style>${css.replaceAll('</', '<\\/')}</style>`,
  );
}
