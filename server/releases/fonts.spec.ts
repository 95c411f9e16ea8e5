import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fonts } from '@core/style/faces/fonts';
import { fontPath } from './write';

// Each package's own style sheet.
describe('The typefaces that ship', () => {
  for (const { family, file, weights } of fonts)
    it(`hold ${family} with the weights its package says`, () => {
      const path = fontPath(file);
      expect(existsSync(path)).toBeTrue();
      expect(readFileSync(path).subarray(0, 4).toString('latin1')).toBe('wOF2');
      const folder = join(dirname(path), '..');
      const sheet = readFileSync(join(folder, 'index.css'), 'utf8');
      const block = sheet.split('@font-face').find((one) => one.includes(file)) ?? '';
      expect(block).toContain(`font-weight: ${weights};`);
      expect(block).toContain(`'${family} Variable'`);
      // as npm has it
      const { license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as { license: string };
      expect(license).toBe('OFL-1.1');
    });
});
