import { create, type Font } from 'fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { sfntOf } from './sfnt';

const woff = readFileSync(
  createRequire(import.meta.url).resolve(
    '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff',
  ),
);

describe('the tables of a font file, unpacked', () => {
  const sfnt = sfntOf(woff);

  it('make a TrueType font of the size that the packed file gives', () => {
    expect(sfnt.readUInt32BE(0)).toBe(0x00010000);
    expect(sfnt.readUInt16BE(4)).toBe(woff.readUInt16BE(12));
    expect(sfnt.length).toBe(woff.readUInt32BE(16));
  });

  it('add up to the sum that each of them carries', () => {
    for (let index = 0; index < sfnt.readUInt16BE(4); index++) {
      const at = 12 + 16 * index;
      const [said, offset, length] = [4, 8, 12].map((field) => sfnt.readUInt32BE(at + field)) as [
        number,
        number,
        number,
      ];
      let sum = 0;
      for (let word = offset; word < offset + length; word += 4) {
        // The whole file's own sum, within its head, is left out of that table's.
        const isAdjustment = sfnt.toString('latin1', at, at + 4) === 'head' && word === offset + 8;
        if (!isAdjustment) sum = (sum + sfnt.readUInt32BE(word)) >>> 0;
      }
      expect(sum, sfnt.toString('latin1', at, at + 4)).toBe(said);
    }
  });

  it('draw the same letters', () => {
    const [packed, unpacked] = [create(woff) as Font, create(sfnt) as Font];
    expect(unpacked.characterSet).toEqual(packed.characterSet);
    const pathOf = (font: Font) => font.layout('αβγ Ω').glyphs.map(({ path }) => path.toSVG());
    expect(pathOf(unpacked)).toEqual(pathOf(packed));
  });

  it('are not looked for in another kind of file', () => {
    expect(() => sfntOf(sfnt)).toThrow('no WOFF file');
    expect(() => sfntOf(Buffer.alloc(3))).toThrow('no WOFF file');
  });
});
