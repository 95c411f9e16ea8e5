import { PublishPage } from '../api/releases';
import { releaseNote } from './release-note';

describe('The note of a release', () => {
  it('says why it went live with errors, then what else is said; nothing where there is nothing to say', () => {
    expect(releaseNote(0, 'unasked', ' ')).toBe('');
    expect(releaseNote(1, ' Mended tomorrow ', 'New fares')).toBe(
      'Published with an error: Mended tomorrow\nNew fares',
    );
    expect(releaseNote(3, 'Soon')).toBe('Published with 3 errors: Soon');
  });

  it('is never longer than what the API takes', () => {
    expect(PublishPage.safeParse({ note: releaseNote(2, 'x'.repeat(5000), 'y') }).success).toBeTrue();
  });
});
