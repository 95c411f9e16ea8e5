import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import type { FileWeights } from '@core/api/pictures';
import { blankSite, type Picture, type Site } from '@core/document/site';
import { Api } from './api';
import { FileWeightsKnown } from './file-weights-known';

describe('What the files of a library weigh', () => {
  const picture = (file: string): Picture => ({
    ...{ name: file, alt: '', width: 10, height: 10, type: 'image/png' },
    files: [{ width: 10, file }],
  });
  const withPictures = (...files: readonly string[]): Site => ({
    ...blankSite('s', 'S', 'site'),
    pictures: Object.fromEntries(files.map((file, at) => [`p${at}`, picture(file)])),
  });
  let there: FileWeights;
  let away: boolean;
  let asked: number;
  let weights: FileWeightsKnown;
  beforeEach(() => {
    [there, away, asked] = [{ 'a.webp': 1 }, false, 0];
    const fileWeights = () => {
      asked++;
      return away ? throwError(() => new Error('away')) : of({ ...there });
    };
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: { fileWeights } }] });
    weights = TestBed.inject(FileWeightsKnown);
  });

  it('is asked for once, and again when there is a file nobody has weighed', async () => {
    const site = withPictures('a.webp');
    expect(await weights.of(site)).toEqual({ 'a.webp': 1 });
    await weights.of(site);
    await weights.of(withPictures('a.webp'));
    expect(asked).toBe(1);
    there = { 'a.webp': 1, 'b.webp': 2 };
    const more = withPictures('a.webp', 'b.webp');
    expect(await weights.of(more)).toEqual(there);
    expect(asked).toBe(2);
    const unknown = withPictures('a.webp', 'gone.webp');
    await weights.of(unknown);
    await weights.of(unknown);
    expect(asked).withContext('a file the server does not have').toBe(3);
  });
  it('is asked for again after the server was away, and for another site', async () => {
    away = true;
    const site = withPictures('a.webp');
    expect(await weights.of(site)).toBeUndefined();
    away = false;
    expect(await weights.of(site)).toEqual({ 'a.webp': 1 });
    there = { 'c.webp': 3 };
    expect(await weights.of({ ...withPictures('c.webp'), id: 'other' })).toEqual({ 'c.webp': 3 });
    expect(asked).toBe(3);
  });
});
