import { describe, expect, it } from 'vitest';
import { cautionsFor, rowForPulse, rowsFor, testSpotReasons, workingSkin } from './index';
import type { PastSession, ProtocolRow, Subject } from './index';
import { DIODE, past, PROTOCOL, SUBJECT } from './plan.test-data';

const TODAY = '2026-11-24';

describe('why a test spot comes first', () => {
  const reasons = (history: readonly PastSession[], skin: Partial<Subject['skin']> = {}) =>
    testSpotReasons(
      { ...SUBJECT, skin: { ...SUBJECT.skin, ...skin }, history },
      { handpieceId: DIODE.id, wavelengthNm: 810 },
      TODAY,
    );

  it('is the zone itself on a first visit, and nothing on a plain return', () => {
    expect(reasons([])).toEqual(['newZone']);
    expect(reasons([past()])).toEqual([]);
  });

  it('is a new wavelength, or a new handpiece of a known one', () => {
    expect(reasons([past({ wavelengthNm: 755 })])).toEqual(['newWavelength']);
    const other = past({ setting: { ...past().setting, handpieceId: 'another' } });
    expect(reasons([other])).toEqual(['newHandpiece']);
  });

  it('is a tan, whichever', () => {
    for (const tan of ['fading', 'fresh', 'selfTan'] as const) {
      expect(reasons([past()], { tan })).toEqual(['tan']);
    }
  });

  it('is a tan or skin that was not so when it was last treated', () => {
    const then = (skin: Partial<Subject['skin']>) => [past({ skin: { ...SUBJECT.skin, ...skin } })];
    expect(reasons(then({ tan: 'fading' }), { tan: 'fading' })).toEqual([]);
    expect(reasons(then({ tan: 'fresh' }), { tan: 'fading' })).toEqual([]);
    expect(reasons(then({ tan: 'fading' }), { tan: 'fresh' })).toEqual(['tan']);
    expect(reasons(then({ type: 3 }), { type: 4 })).toEqual(['darkerSkin']);
    expect(reasons(then({ type: 4 }), { type: 3 })).toEqual([]);
  });

  it('is a medicine that was not taken when it was last treated', () => {
    const on = (medicines: readonly string[], before: readonly string[] | undefined) =>
      testSpotReasons(
        { ...SUBJECT, medicines, history: [past({ medicines: before })] },
        { handpieceId: DIODE.id, wavelengthNm: 810 },
        TODAY,
      );
    expect(on(['doxycycline'], [])).toEqual(['newMedicine']);
    expect(on(['doxycycline'], ['doxycycline', 'aspirin'])).toEqual([]);
    // Nobody wrote down then what was taken: nothing can be said.
    expect(on(['doxycycline'], undefined)).toEqual([]);
  });

  it('is a gap of more than six months', () => {
    expect(reasons([past({ on: '2026-05-24' })])).toEqual([]);
    expect(reasons([past({ on: '2026-05-23' })])).toEqual(['gapOfSixMonths']);
  });

  it('is a reaction, or pain of 7, last time', () => {
    const after = (adverse: PastSession['answer']['adverse'], painMax: number) =>
      reasons([past({ answer: { endpoint: 'right', adverse, painMax } })]);
    expect(after(['crust'], 3)).toEqual(['afterReaction']);
    expect(after([], 7)).toEqual(['afterReaction']);
    expect(after([], 6)).toEqual([]);
  });
});

describe('cautions', () => {
  const cautions = (more: Partial<Subject>) => {
    const subject = { ...SUBJECT, ...more };
    return cautionsFor(subject, workingSkin(subject), TODAY, {});
  };

  it('are none for medium hair on an upper arm of type III', () => {
    expect(cautions({})).toEqual([]);
  });

  it('speak of the place', () => {
    expect(cautions({ site: 'knee' })).toEqual(['bonyOrThin']);
    // A darker place makes III work as IV: three cautions at once.
    expect(cautions({ site: 'underarm' })).toEqual(['planDarker', 'typesIVtoVI', 'darkerSite']);
  });

  it('speak of the hair', () => {
    expect(cautions({ hair: { ...SUBJECT.hair, density: 'dense' } })).toEqual(['denseDarkHair']);
    expect(cautions({ hair: { ...SUBJECT.hair, colour: 'red', density: 'dense' } })).toEqual([
      'poorTarget',
    ]);
  });

  it('speak of the interval: eight weeks on an arm', () => {
    expect(cautions({ history: [past({ on: '2026-11-01' })] })).toEqual(['tooSoon']);
    expect(cautions({ history: [past({ on: '2026-10-01' })] })).toEqual([]);
    expect(cautions({ history: [past({ on: '2026-07-01' })] })).toEqual(['late']);
  });

  it('put the supervisor first after a reaction', () => {
    const blister = past({ answer: { endpoint: 'right', adverse: ['blister'], painMax: 3 } });
    expect(cautions({ history: [blister] })[0]).toBe('supervisorFirst');
  });
});

describe('the rows of a protocol', () => {
  const rows = (skinType: 1 | 3 | 4 | 5, technique: 'stamping' | 'inMotion' = 'stamping') =>
    rowsFor(PROTOCOL, { handpiece: DIODE, technique, skinType, calibre: 'medium' });

  it('are those of the class, technique, band, skin and calibre', () => {
    expect(rows(3).map(({ id }) => id)).toEqual(['diode stamping']);
    expect(rows(3, 'inMotion').map(({ id }) => id)).toEqual(['diode in motion']);
    expect(rows(5)).toEqual([]);
    const far = { ...DIODE, light: { wavelengthNm: 1064 } };
    expect(
      rowsFor(PROTOCOL, { handpiece: far, technique: 'stamping', skinType: 3, calibre: 'fine' }),
    ).toEqual([]);
  });

  it('cover a pulse from end to end; of two, the stricter holds', () => {
    const [row] = rows(3) as [ProtocolRow];
    const strict = { ...row, id: 'strict', fluenceJcm2: { low: 10, high: 20 } };
    expect(rowForPulse([row], 20)?.id).toBe('diode stamping');
    expect(rowForPulse([row], 40)?.id).toBe('diode stamping');
    expect(rowForPulse([row], 41)).toBeNull();
    expect(rowForPulse([row, strict], 30)?.id).toBe('strict');
  });
});
