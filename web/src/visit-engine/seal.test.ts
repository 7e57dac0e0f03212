import { afterEach, describe, expect, it } from 'vitest';
import {
  fromBase64,
  hasDeviceKey,
  onDeviceKey,
  seal,
  sealValue,
  setDeviceKey,
  toBase64,
  unseal,
  unsealValue,
} from './seal';

const ONE = toBase64(new Uint8Array(32).fill(1));
const OTHER = toBase64(new Uint8Array(32).fill(2));

afterEach(() => setDeviceKey(null));

describe('what is sealed on a device', () => {
  it('is read again with its key, and holds none of its words', () => {
    setDeviceKey(ONE);
    const sealed = sealValue({ note: 'Zéphyrine, left thigh' });
    expect(new TextDecoder('latin1').decode(sealed)).not.toContain('thigh');
    expect(unsealValue(sealed)).toEqual({ note: 'Zéphyrine, left thigh' });
    // Sealed twice it differs: nobody sees that it is the same.
    expect(toBase64(sealValue('a'))).not.toBe(toBase64(sealValue('a')));
  });

  it('is read by nobody without it, with another, or once altered', () => {
    setDeviceKey(ONE);
    const sealed = seal(Uint8Array.of(1, 2, 3));
    const altered = Uint8Array.from(sealed, (each, index) => (index === 30 ? each ^ 1 : each));
    expect([unseal(sealed), unseal(altered)]).toEqual([Uint8Array.of(1, 2, 3), null]);
    setDeviceKey(OTHER);
    expect(unseal(sealed)).toBeNull();
    setDeviceKey(null);
    expect([unseal(sealed), hasDeviceKey()]).toEqual([null, false]);
    expect(() => seal(Uint8Array.of(1))).toThrow('Nobody is signed in');
  });

  it('can be read from the moment that its key comes, which is told once', () => {
    let told = 0;
    const stop = onDeviceKey(() => (told += 1));
    for (const given of [ONE, ONE, null, ONE, OTHER]) setDeviceKey(given);
    stop();
    setDeviceKey(ONE);
    expect(told).toBe(3);
  });

  it('goes through base64 whatever its length', () => {
    const long = Uint8Array.from({ length: 100_003 }, (_, index) => index % 251);
    expect(fromBase64(toBase64(long))).toEqual(long);
  });
});
