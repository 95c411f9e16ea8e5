import lighthouse from 'lighthouse';
import * as z from 'zod';
import { visiting } from './visit';

const Categories = z.record(z.string(), z.object({ score: z.number().nullable() }));
const failing = z.record(
  z.string(),
  z.object({ score: z.number().nullable(), title: z.string(), scoreDisplayMode: z.string() }),
);

/** The demo's home page as a phone meets it, by Lighthouse from the registry; its speed is a figure of the bench. */
describe('The live home page, for Lighthouse', () => {
  const visit = visiting(async () => undefined);

  it('is accessible, well made and ready for search engines', async () => {
    const capabilities = await visit.browser.driver.getCapabilities();
    const { debuggerAddress } = z.object({ debuggerAddress: z.string() }).parse(capabilities.get('goog:chromeOptions'));
    const result = await lighthouse(visit.servers.site('tidewick'), {
      port: Number(debuggerAddress.split(':').at(-1)),
      logLevel: 'silent',
      onlyCategories: ['accessibility', 'best-practices', 'seo'],
    });
    const audits = failing.parse(result?.lhr.audits);
    const below = Object.values(audits)
      .filter((one) => one.scoreDisplayMode === 'binary' && one.score !== null && one.score < 1)
      .map((one) => one.title);
    for (const [name, { score }] of Object.entries(Categories.parse(result?.lhr.categories)))
      expect(score)
        .withContext(`${name}: ${below.join('; ')}`)
        .toBeGreaterThanOrEqual(0.99);
  });
});
