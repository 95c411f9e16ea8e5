import { parse, wcagContrast } from 'culori';
import { fontOf } from '../../style/faces/fonts';
import { applyLook } from '../commands/look/looks';
import { applyToSite } from '../edits/apply-site';
import { readSite } from '../edits/check/check-page';
import { blankSite, type Look } from '../site';
import { readyLooks } from './looks';

const site = blankSite('s', 'Site', 'site');

describe('A look that comes with the application', () => {
  it('can be applied to any site, and read again', () => {
    const breakpoints = [{ ...site.breakpoints.find((one) => one.side === 'base')!, id: 'desk' }];
    for (const own of [site, { ...site, breakpoints }])
      for (const look of readyLooks) {
        const dressed = applyLook(own, look.for(own)).reduce((now, edit) => applyToSite(now, edit).site, own);
        expect(readSite(JSON.parse(JSON.stringify(dressed)))).toEqual(dressed);
        expect(Object.keys(dressed.elements)).toEqual(Object.keys(look.for(own).elements));
        expect(applyLook(dressed, look.for(own))).toEqual([]);
      }
  });

  // WCAG 2.2, 1.4.3 (AA), as culori computes it.
  it('can be read: 4.5 : 1 at least wherever words stand on a colour', () => {
    for (const look of readyLooks) {
      const { tokens } = look.for(site);
      const ratio = (a: string, b: string): number =>
        wcagContrast(parse(String(tokens[a]))!, parse(String(tokens[b]))!);
      for (const [words, behind] of [
        ['ink', 'paper'],
        ['ink', 'panel'],
        ['accent', 'paper'],
        ['on-accent', 'accent'],
      ])
        expect(ratio(words!, behind!)).withContext(`${look.name}: ${words} on ${behind}`).toBeGreaterThan(4.5);
    }
  });

  it('brings its faces, which ship with the application', () => {
    for (const look of readyLooks) {
      const { fonts, tokens }: Omit<Look, 'id'> = look.for(site);
      for (const one of fonts) expect(fontOf(one)).withContext(one).toBeDefined();
      const said = [tokens['head-face'], tokens['text-face']];
      expect(said.every((one) => fonts.some((font) => fontOf(font)!.stack === one))).toBeTrue();
    }
  });
});
