import { PagePath } from './page';
import { HostName } from './site';
import { hostFor, pathFor } from './slug';

describe('An address made of words', () => {
  it('says them in Latin letters, whatever script they are in', () => {
    expect(pathFor('Fares & passes')).toBe('/fares-and-passes');
    expect(pathFor('Ålesund Salt, Søn')).toBe('/alesund-salt-son');
    expect(pathFor('Größe')).toBe('/groesse');
    expect(pathFor('Привет')).toBe('/privet');
    expect(hostFor('24 Boats')).toBe('boats');
  });

  it('is one that can be stored, or nothing', () => {
    for (const words of [
      'A',
      'x'.repeat(500),
      `${'ab-'.repeat(80)}`,
      '—',
      '字',
      'Ünï cödé!',
      '  .. //',
      '404',
      'files',
    ]) {
      const [path, host] = [pathFor(words), hostFor(words)];
      if (path !== '/' && path !== '/files') expect(PagePath.safeParse(path).success).withContext(path).toBeTrue();
      if (host.length > 1) expect(HostName.safeParse(host).success).withContext(host).toBeTrue();
    }
  });
});
