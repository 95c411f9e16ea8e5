import sharp from 'sharp';
import { Refusal } from '@core/api/refusal';
import { iconSizes } from '@core/document/library/site-icon';
import { drawnApart } from './drawing';
import { iconFiles } from './icon';

const svg = (inner: string): Buffer =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64" width="64" height="64">${inner}</svg>`);
/** A pattern whose tile is so large that it takes four bytes for each of its pixels (librsvg draws tiles whole). */
const tile = (px: number): string =>
  `<defs><pattern id="p" width="${px}" height="${px}" patternUnits="userSpaceOnUse"><rect width="${px}" height="${px}"/></pattern></defs><rect width="64" height="64" fill="url(#p)"/>`;

describe('A drawing', () => {
  it('comes back clean, with its size', async () => {
    const { clean, width, height } = await drawnApart(svg('<script>alert(1)</script><rect width="9" height="9"/>'));
    expect([width, height, clean.toString().includes('script')]).toEqual([64, 64, false]);
    expect((await sharp(clean).metadata()).format).toBe('svg');
  });

  it('that would take gigabytes to draw is refused, and takes none of the server’s memory', async () => {
    const before = process.memoryUsage().rss;
    const nested = `${'<g opacity="0.9"><g filter="url(#f)">'.repeat(300)}<rect width="64" height="64"/>${'</g></g>'.repeat(300)}`;
    const filter =
      '<defs><filter id="f" x="-20000" y="-20000" width="40000" height="40000" filterUnits="userSpaceOnUse"><feFlood/></filter></defs>';
    for (const inner of [tile(20_000), tile(32_000), filter + nested])
      await drawnApart(svg(inner)).then(
        () => undefined, // what can be drawn within the limits is kept
        (error: unknown) => expect(error).toBeInstanceOf(Refusal),
      );
    await expectAsync(drawnApart(svg(tile(20_000)))).toBeRejectedWithError(Refusal, /drawn/);
    expect(process.memoryUsage().rss - before).toBeLessThan(150_000_000);
  });

  it('that is small as a drawing and large as an icon is refused as one', async () => {
    const { clean } = await drawnApart(svg(tile(5000)));
    await expectAsync(iconFiles('p', clean)).toBeRejectedWithError(Refusal, /icon/);
    const { icon } = await iconFiles('p', svg('<circle cx="32" cy="32" r="30"/>'));
    expect(icon.files.map((one) => one.size)).toEqual([...iconSizes]);
  });

  it('that is no drawing, or too long, is refused', async () => {
    for (const [bytes, says] of [
      [Buffer.from('no picture at all'), /not a picture/],
      [Buffer.alloc(0), /picture/],
      [svg(`<!--${'x'.repeat(2_000_000)}-->`), /at most 2 MB/],
      [Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"'), /picture|SVG/],
    ] as const)
      await expectAsync(drawnApart(bytes)).toBeRejectedWithError(Refusal, says);
  });
});
