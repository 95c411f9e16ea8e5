import { picturesAtMost } from './weight';

describe('The weight of pictures', () => {
  const files = (...names: string[]) => ({ files: names.map((file, index) => ({ width: (index + 1) * 100, file })) });
  const pictures = {
    shore: files('a-1.webp', 'a-2.webp', 'a-3.jpg'),
    boat: files('b-1.webp'),
    unused: files('c-1.webp'),
    gull: {
      ...files('g-1.webp', 'g-2.webp'),
      avif: [{ width: 200, file: 'g-2.avif' }],
      plain: { width: 200, file: 'g.png' },
    },
  };
  const bytes: Record<string, number> = {
    'a-1.webp': 10,
    'a-2.webp': 30,
    'a-3.jpg': 50,
    'b-1.webp': 7,
    'c-1.webp': 900,
    'icon.svg': 2,
    ...{ 'g-1.webp': 4, 'g-2.webp': 9, 'g-2.avif': 6, 'g.png': 800 },
  };
  const at = (...named: string[]) => picturesAtMost(pictures, named, (file) => bytes[file] ?? 0);

  it('is that of one file of each, the heaviest the page offers (HTML, srcset: one candidate is taken)', () => {
    expect(at('a-1.webp', 'a-2.webp', 'b-1.webp')).toBe(37);
    expect(at('a-1.webp', 'a-3.jpg', 'a-2.webp')).toBe(50);
  });

  it('is that of AVIF or WebP, whichever is heavier; what no browser of today loads weighs nothing', () => {
    expect(at('g-1.webp', 'g-2.avif', 'g.png')).toBe(6);
    expect(at('g-1.webp', 'g-2.webp', 'g-2.avif', 'g.png')).toBe(9);
    expect(at('g.png')).toBe(0);
  });

  it('counts a file named twice once, and one that is of no picture as it is', () => {
    expect(at('b-1.webp', 'b-1.webp', 'icon.svg', 'icon.svg')).toBe(9);
    expect(at()).toBe(0);
  });
});
