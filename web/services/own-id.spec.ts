import { OwnId } from './own-id';

describe('What somebody says', () => {
  it('has one name however often it is sent, and another once it is stored or is said otherwise', () => {
    const own = new OwnId();
    const first = own.of('Bigger, please');
    expect(own.of('Bigger, please')).toBe(first);
    const other = own.of('Bigger, please, and darker');
    expect(other).not.toBe(first);
    expect(own.of('Bigger, please, and darker')).toBe(other);
    own.renew();
    expect(own.of('Bigger, please, and darker')).not.toBe(other);
  });
});
