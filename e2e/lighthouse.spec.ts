import lighthouse from 'lighthouse';
import * as z from 'zod';
import { axeFindings } from './axe';
import { publishAll } from './publish-all';
import { visiting } from './visit';

const Categories = z.record(z.string(), z.object({ score: z.number().nullable() }));
const Audits = z.record(
  z.string(),
  z.object({ score: z.number().nullable(), title: z.string(), scoreDisplayMode: z.string() }),
);
/** The demo's sites by their hosts, with the paths of their pages. */
const sites = [
  { site: 'tidewick', host: 'tidewick', paths: ['/', '/fares', '/lost-property', '/timetable'] },
  { site: 'mill', host: 'oxbow-mill', paths: ['/'] },
  { site: 'observatory', host: 'highcombe', paths: ['/'] },
];

/** Every page of the demo as a phone meets it, by Lighthouse from the registry; speed is a figure of the bench. */
describe('The live pages of all three sites', () => {
  const visit = visiting(async ({ person, browser }) => {
    browser.spoil();
    await person.signIn('ada@studio.example', 'paper-and-ink');
  });

  for (const { site, host, paths } of sites)
    it(`of ${site} are accessible, well made and ready for search engines, for Lighthouse and axe`, async () => {
      const { driver } = visit.browser;
      await publishAll(visit, site);
      const { debuggerAddress } = z
        .object({ debuggerAddress: z.string() })
        .parse((await driver.getCapabilities()).get('goog:chromeOptions'));
      for (const path of paths) {
        await driver.get(visit.servers.site(host, path));
        expect(await axeFindings(driver))
          .withContext(`${host}${path}`)
          .toEqual([]);
        const result = await lighthouse(visit.servers.site(host, path), {
          port: Number(debuggerAddress.split(':').at(-1)),
          logLevel: 'silent',
          onlyCategories: ['accessibility', 'best-practices', 'seo'],
        });
        const below = Object.values(Audits.parse(result?.lhr.audits))
          .filter((one) => one.scoreDisplayMode === 'binary' && one.score !== null && one.score < 1)
          .map((one) => one.title);
        for (const [name, { score }] of Object.entries(Categories.parse(result?.lhr.categories)))
          expect(score)
            .withContext(`${host}${path} ${name}: ${below.join('; ')}`)
            .toBeGreaterThanOrEqual(0.99);
      }
    });
});
