import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { likenessOf, phoneKey, type Identity } from './likeness';

const TAMSIN: Identity = {
  givenName: 'Tamsin',
  familyName: 'Fernhollow',
  birthDate: '1991-03-04',
  phone: '01632 960 781',
};
const like = (other: Partial<Identity>) => likenessOf(TAMSIN, { ...TAMSIN, ...other });
const none = { birthDate: '', phone: '' } as const;

describe('two entries that may be one client', () => {
  it.each<[string, Partial<Identity>, string[]]>([
    ['all of it', {}, ['sameName', 'sameBirthDate', 'samePhone']],
    [
      'capitals and accents',
      { ...none, givenName: 'TÁMSIN', birthDate: '1991-03-04' },
      ['sameName', 'sameBirthDate'],
    ],
    [
      'one slip in each name',
      { familyName: 'Fernholow', givenName: 'Tamzin', phone: '' },
      ['closeName', 'sameBirthDate'],
    ],
    ['a short form', { givenName: 'Tam', phone: '' }, ['closeName', 'sameBirthDate']],
    [
      'names in the other order',
      { givenName: 'Fernhollow', familyName: 'Tamsin', phone: '' },
      ['swappedName', 'sameBirthDate'],
    ],
    [
      'day and month in the other order',
      { birthDate: '1991-04-03', phone: '' },
      ['sameName', 'closeBirthDate'],
    ],
    [
      'one figure of the birth date',
      { birthDate: '1991-03-05', phone: '' },
      ['sameName', 'closeBirthDate'],
    ],
    [
      'two figures turned round',
      { birthDate: '1919-03-04', phone: '' },
      ['sameName', 'closeBirthDate'],
    ],
    [
      'another name, taken at a wedding',
      { familyName: 'Quickthorn' },
      ['sameBirthDate', 'samePhone'],
    ],
    [
      'a telephone with its country',
      { birthDate: '', phone: '+44 1632 960781' },
      ['sameName', 'samePhone'],
    ],
  ])('%s', (_, other, is) => {
    expect(like(other)).toEqual(is);
  });

  it.each<[string, Partial<Identity>]>([
    ['a sister with the same telephone', { givenName: 'Rosalind', birthDate: '1994-08-11' }],
    ['a namesake of another age and number', { birthDate: '1962-11-23', phone: '01632 960 444' }],
    ['somebody born on the same day', { givenName: 'Bram', familyName: 'Oxenstable', phone: '' }],
    ['the name alone', none],
  ])('are not compared: %s', (_, other) => {
    expect(like(other)).toBeNull();
  });

  it('takes no short name for another', () => {
    const ann: Identity = {
      givenName: 'Ann',
      familyName: 'Lee',
      birthDate: '1990-01-01',
      phone: '',
    };
    expect(likenessOf(ann, { ...ann, familyName: 'Lea' })).toBeNull();
    expect(likenessOf(ann, { ...ann, givenName: 'Anne' })).toEqual(['closeName', 'sameBirthDate']);
  });

  it('is the same seen from either', () => {
    const name = fc.constantFrom('Tamsin', 'Tam', 'Tamzin', 'Ann', 'Fernhollow', 'Lee');
    const who = fc.record({
      givenName: name,
      familyName: name,
      birthDate: fc.constantFrom('', '1991-03-04', '1991-04-03', '1919-03-04', '1991-03-05'),
      phone: fc.constantFrom('', '01632 960 781', '+441632960781', '12'),
    });
    fc.assert(
      fc.property(who, who, (one, other) => {
        expect(likenessOf(one, other)).toEqual(likenessOf(other, one));
      }),
    );
  });
});

describe('a telephone', () => {
  it.each([
    ['01632 960 781', '632960781'],
    ['+44 (1632) 960-781', '632960781'],
    ['960781', null],
    ['', null],
  ])('“%s” is known by %s', (phone, key) => {
    expect(phoneKey(phone)).toBe(key);
  });
});
