import * as z from 'zod';
import { blankPage } from '../../document/page';
import { blankSite, type Site } from '../../document/site';
import { filesOfSite } from '../../archive/archive';
import { compile, plainFiles } from '../compile';
import { webManifest } from './icon';
import { plainSite } from '../plain-site';
import { policyOf } from '../policy';

const files = ([32, 180, 192, 512] as const).map((size) => ({ size, file: `icon-${size}.png` }));
const site: Site = {
  ...blankSite('s', 'Ferries & boats', 's'),
  pictures: {
    boat: { name: 'boat', alt: '', width: 9, height: 9, type: 'image/png', files: [{ width: 9, file: 'boat.webp' }] },
  },
  icon: { picture: 'boat', files },
};
const page = blankPage('p', 'P', '/');
const options = { ...plainFiles, pictures: '/files/', icon: '/files/icon.svg', manifest: '/manifest.webmanifest' };

// W3C Web App Manifest: members name, short_name, lang, start_url, display and icons (src, sizes, type).
const Manifest = z.strictObject({
  name: z.string().min(1),
  short_name: z.string().min(1),
  lang: z.string(),
  start_url: z.string(),
  display: z.enum(['fullscreen', 'standalone', 'minimal-ui', 'browser']),
  icons: z
    .array(z.strictObject({ src: z.string(), sizes: z.string().regex(/^\d+x\d+$/), type: z.literal('image/png') }))
    .min(1),
});

describe('The icon of a site', () => {
  it('is named by every page, in the sizes tabs and home screens ask for, with a manifest', () => {
    const { html, files: named } = compile(site, page, options);
    expect(html).toContain('<link rel="icon" type="image/png" sizes="32x32" href="/files/icon-32.png">');
    expect(html).toContain('<link rel="apple-touch-icon" href="/files/icon-180.png">');
    expect(html).toContain('<link rel="manifest" href="/manifest.webmanifest">');
    expect(named.pictures).toEqual(files.map((one) => one.file));
    expect(policyOf(site, page)).toContain("manifest-src 'self'");
  });

  it('has a manifest as the standard has it, whose icons are square and large enough', () => {
    const manifest = Manifest.parse(JSON.parse(webManifest(site)!));
    expect(manifest.name).toBe('Ferries & boats');
    expect(manifest.icons.map((one) => one.sizes)).toEqual(['192x192', '512x512']);
    for (const { src } of manifest.icons) expect(filesOfSite(site)).toContain(src.replace('files/', ''));
  });

  it('is a drawing of the site’s first letter where none was chosen', () => {
    const { icon: _icon, ...plain } = site;
    const { html } = compile(plain, page, options);
    expect(html).toContain('<link rel="icon" href="/files/icon.svg">');
    expect(html).not.toContain('manifest');
    expect(webManifest(plain)).toBeUndefined();
    expect(policyOf(plain, page)).not.toContain('manifest-src');
  });

  it('goes along with a site as plain files; its manifest where the address is known', () => {
    const [known, unknown] = [plainSite(site, [page], { address: 'https://ferries.example' }), plainSite(site, [page])];
    for (const one of [known, unknown]) expect(one.uploaded).toEqual(files.map((file) => file.file).sort());
    const names = (one: typeof known): string[] => one.texts.map((text) => text.name);
    expect(names(known)).toContain('manifest.webmanifest');
    expect(names(unknown)).not.toContain('manifest.webmanifest');
    expect(known.texts[0]!.text).toContain('<link rel="manifest" href="manifest.webmanifest">');
    expect(unknown.texts[0]!.text).not.toContain('rel="manifest"');
  });
});
