import { visitReport } from '@tidy-quill/core/report';
import { segmentsOf, visitRecord } from '@tidy-quill/core/session';
import { twoSettings } from '@tidy-quill/core/samples';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { givenLines, reportNames, reportSections, settingResponseText } from './index';

const NAMES = reportNames({ areas: [], staffNames: {}, handpieceNames: {} }, 'Europe/Berlin');

const plain = (text: string) => text.replaceAll('\u00a0', ' ');

describe('a session of two settings', () => {
  const record = visitRecord(twoSettings());

  it('says of each its own pulses, pain and response', () => {
    expect(segmentsOf(record).map(settingResponseText).map(plain)).toEqual([
      '11 pulses at 16 J/cm², 30 ms, 12 × 12 mm: pain up to 7, endpoint strong',
      '44 pulses at 12 J/cm², 30 ms, 12 × 12 mm: pain up to 5, endpoint right',
    ]);
  });

  it('tells the client what each was, by what was seen', () => {
    expect(givenLines(record).map(plain)).toEqual([
      '11 pulses at 16 J/cm², 30 ms, 12 × 12 mm, pain up to 7, strong redness',
      '44 pulses at 12 J/cm², 30 ms, 12 × 12 mm, pain up to 5, singed hairs',
    ]);
  });

  it('stands in the record setting by setting, and pain of 7 is no right response', () => {
    const all = reportSections(visitReport(twoSettings(), 'zone'), NAMES);
    const lines = (title: string) => defined(all.find((each) => each.title === title)).lines;
    const withEach = lines('Treated').filter(({ label }) => label === 'With');
    expect(withEach.map(({ text, grave }) => [plain(text).split(': ')[1], grave])).toEqual([
      // 1.44 cm² × 16 J/cm² × 11 and × 12 J/cm² × 44.
      ['11 pulses, 253 J, pain up to 7, strong redness', true],
      ['44 pulses, 760 J, pain up to 5, singed hairs', false],
    ]);
    const sum = defined(lines('The skin').find(({ label }) => label === 'Assessment'));
    expect([sum.text, sum.grave]).toEqual(['endpoint strong, too much: pain reached 7', true]);
  });
});
