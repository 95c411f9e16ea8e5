import { compile } from '../compile/compile';
import { readPage, readSite } from './edits/check/check-page';
import { blankSite } from './site';
import written from './testing/version-1.json';
import { upgradedSite } from './upgrade';

// What the application stored before classes had ids, kept as it was, and what it compiles to.
describe('A document of an earlier version', () => {
  it('is read, and compiles to the same bytes', () => {
    const site = readSite(written.site);
    const { html, css } = compile(site, readPage(site, written.page));
    expect(site.version).toBe(2);
    expect(html).toBe(written.html);
    expect(css).toBe(written.css);
  });

  it('has the names of its classes as their ids', () => {
    const { classes } = readSite(written.site);
    expect(classes.map((one) => one.id)).toEqual(written.site.classes.map((one) => one.name));
    expect(classes.map((one) => one.name)).toEqual(classes.map((one) => one.id));
  });

  it('compiles with the new name once a class is renamed, its parts as they were', () => {
    const site = readSite(written.site);
    const renamed = site.classes.map((one) => (one.id === 'card' ? { ...one, name: 'tile' } : one));
    const { html, css } = compile({ ...site, classes: renamed }, readPage(site, written.page));
    expect(html).toBe(written.html.replaceAll(/\bcard\b(?=[^<>]*>)/g, 'tile'));
    expect(css).toBe(written.css.replaceAll('.card', '.tile'));
  });

  it('of this version, or of none, comes back as it is', () => {
    const site = blankSite('s', 'S', 'site');
    for (const data of [site, null, 'text', { version: 1 }, { ...site, version: 3 }])
      expect(upgradedSite(data)).toBe(data);
  });
});
