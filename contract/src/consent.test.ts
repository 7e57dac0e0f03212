import { STANDARD_CONSENTS } from '@tidy-quill/core/consent';
import { describe, expect, it } from 'vitest';
import { ConsentTexts, NewConsent } from './consent';
import { read } from './problem';

const problems = (result: ReturnType<typeof read>) =>
  result.ok ? [] : result.fields.map(({ field, problem }) => `${field} ${problem}`);

const SIGNED = {
  id: '01930000-0000-7000-8000-000000000001',
  at: '2026-11-24T10:00:00.000Z',
  areaId: '01930000-0000-7000-8000-000000000002',
  kind: 'hair',
  digest: 'a'.repeat(64),
  uses: [],
  asked: '',
  client: { kind: 'typed', name: 'Ada Quickfold' },
  guardian: null,
  technician: { kind: 'drawn', png: 'data:image/png;base64,AAAA' },
};

describe('a consent that is sent', () => {
  it('is whole', () => {
    expect(problems(read(NewConsent, SIGNED))).toEqual([]);
  });

  it.each<[string, object, string]>([
    ['no signature', { client: { kind: 'typed', name: ' ' } }, 'client.name must not be empty'],
    [
      'a picture of another sort',
      { technician: { kind: 'drawn', png: 'data:image/svg+xml,<svg/>' } },
      'technician.png must be a PNG',
    ],
    ['no digest of what was read', { digest: 'abc' }, 'digest must be a digest'],
    [
      'photographs for no use',
      { kind: 'photographs' },
      'uses must name one use at least for photographs, and none otherwise',
    ],
    [
      'a guardian without a name',
      { guardian: { name: '', relation: 'aunt', signature: SIGNED.client } },
      'guardian.name must not be empty',
    ],
  ])('is refused with %s', (_, more, problem) => {
    expect(problems(read(NewConsent, { ...SIGNED, ...more }))).toEqual([problem]);
  });
});

describe('the texts', () => {
  it('that ship are whole, with a sentence for every risk', () => {
    expect(problems(read(ConsentTexts, STANDARD_CONSENTS))).toEqual([]);
    const { scar: _scar, ...risks } = STANDARD_CONSENTS.risks;
    expect(problems(read(ConsentTexts, { ...STANDARD_CONSENTS, risks }))).toEqual([
      'risks.scar is missing',
    ]);
    expect(problems(read(ConsentTexts, { ...STANDARD_CONSENTS, validMonths: 0 }))).toEqual([
      'validMonths must be 1 or more',
    ]);
  });
});
