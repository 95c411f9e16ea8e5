import { Refusal } from '@core/api/refusal';
import { cleanSvg } from './clean-svg';
import { checkSize, factsOf, reading } from './read-picture';

/**
 * Returns a drawing without anything that runs or leads elsewhere, with its size, drawn once to see that it can be.
 * @throws Refusal if it cannot
 */
export async function readDrawing(bytes: Buffer): Promise<{ clean: Buffer; width: number; height: number }> {
  if ((await factsOf(bytes)).format !== 'svg') throw new Refusal('bad-input', 'There is nothing to draw in this SVG.');
  const clean = Buffer.from(cleanSvg(bytes.toString('utf8')));
  const facts = await factsOf(clean);
  if (facts.format !== 'svg') throw new Refusal('bad-input', 'There is nothing to draw in this SVG.');
  checkSize(facts);
  await reading(clean)
    .resize({ width: 64, height: 64, fit: 'inside' })
    .png()
    .toBuffer()
    .catch(() => {
      throw new Refusal('bad-input', 'The SVG could not be drawn.');
    });
  return { clean, width: facts.width, height: facts.height };
}
