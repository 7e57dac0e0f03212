import { describe, expect, it } from 'vitest';
import { HAIR_COLOURS } from '../optics';
import { assess, STANDARD_SUITABILITY, type History } from '../suitability';
import {
  consentStanding,
  fillConsent,
  isPaleHair,
  RISK_CODES,
  risksFor,
  STANDARD_CONSENTS,
  validUntil,
  type ConsentGiven,
  type RiskCase,
} from './index';

const findings = (answers: History['answers'], medicines: History['medicines'] = []) =>
  assess(
    { answers, medicines },
    { job: 'hair', place: 'body', age: 30, on: '2026-11-24' },
    STANDARD_SUITABILITY,
  ).findings;

const LEG: RiskCase = {
  job: 'hair',
  site: 'lowerLeg',
  skinType: 2,
  tan: 'none',
  paleHair: false,
  findings: [],
};
const raised = (of: Partial<RiskCase>) =>
  risksFor({ ...LEG, ...of }).flatMap((risk) => (risk.raised ? [risk.code] : []));
const named = (of: Partial<RiskCase>) => risksFor({ ...LEG, ...of }).map(({ code }) => code);

describe('the risks of a consent', () => {
  it('are the usual ones, none raised, for fair skin without a history', () => {
    expect(raised({})).toEqual([]);
    expect(named({})).toEqual([
      ...['redness', 'blister', 'darkening', 'lightening', 'scar', 'bruise'],
      ...['moreHair', 'poorResult', 'legHealing'],
    ]);
  });

  it.each<[string, Partial<RiskCase>, string[]]>([
    ['skin of type III', { skinType: 3 }, []],
    ['skin of type IV', { skinType: 4 }, ['blister', 'darkening', 'lightening']],
    ['a fading tan', { tan: 'fading' }, ['blister', 'darkening', 'lightening']],
    ['skin not looked at yet', { skinType: null, tan: null, paleHair: null }, []],
    ['pale hair', { paleHair: true }, ['poorResult']],
    ['keloids', { findings: findings({ keloid: { yes: true } }) }, ['scar', 'keloid']],
    ['diabetes', { findings: findings({ diabetes: { yes: true } }) }, ['scar', 'legHealing']],
    [
      'a blood thinner',
      {
        findings: findings({ medicines: { yes: true } }, [
          { name: 'warfarin', substanceId: 'warfarin', lastOn: null },
        ]),
      },
      ['bruise'],
    ],
    ['the face on type III', { site: 'chin', skinType: 3 }, ['moreHair', 'eye']],
  ])('are raised by %s', (_, of, codes) => {
    expect(raised(of)).toEqual(codes);
  });

  it('are of ink where ink is removed', () => {
    expect(named({ job: 'ink', site: 'forearm' }).slice(-3)).toEqual([
      ...['inkDarkening', 'inkAllergy', 'inkRemains'],
    ]);
    expect(named({ job: 'ink' })).not.toContain('moreHair');
  });

  it('count hair as pale from light brown on', () => {
    const pale = HAIR_COLOURS.filter(isPaleHair);
    expect(pale).toEqual(['lightBrown', 'darkBlond', 'red', 'blond', 'grey', 'white']);
  });

  it('all have words', () => {
    expect(Object.keys(STANDARD_CONSENTS.risks).sort()).toEqual([...RISK_CODES].sort());
  });
});

describe('the text of a consent', () => {
  it('is filled with the client’s own particulars, in paragraphs', () => {
    const own = { client: 'Odalys $& Voss', area: 'left lower leg', clinic: 'Lantern Yard' };
    const { title, paragraphs } = fillConsent(STANDARD_CONSENTS, 'hair', own);
    expect(title).toBe('Consent to laser or light hair removal');
    expect(paragraphs).toHaveLength(5);
    expect(paragraphs[0]).toBe(
      'I, Odalys $& Voss, agree to hair removal by laser or pulsed light on this area: left lower leg, at Lantern Yard.',
    );
  });
});

const GIVEN: ConsentGiven = {
  id: '1',
  kind: 'hair',
  areaId: 'leg',
  signedOn: '2026-02-28',
  validUntil: '2027-02-28',
  withdrawnOn: null,
  guardian: false,
  uses: [],
};
const of = { kind: 'hair', areaId: 'leg', on: '2026-11-24', minor: false } as const;
const standing = (
  consents: readonly ConsentGiven[],
  more: Partial<Parameters<typeof consentStanding>[1]> = {},
) => consentStanding(consents, { ...of, ...more }).state;

describe('how a consent stands', () => {
  it('holds for its months, the last day included, over leap days and short months', () => {
    expect(validUntil('2027-02-28', 12)).toBe('2028-02-28');
    expect(validUntil('2028-02-29', 12)).toBe('2029-02-28');
    expect(standing([GIVEN], { on: '2027-02-28' })).toBe('valid');
    expect(standing([GIVEN], { on: '2027-03-01' })).toBe('expired');
    expect(standing([GIVEN], { on: '2026-02-27' })).toBe('missing');
  });

  it('is of its kind and area alone', () => {
    expect(standing([])).toBe('missing');
    expect(standing([GIVEN], { kind: 'ink' })).toBe('missing');
    expect(standing([GIVEN], { areaId: 'chin' })).toBe('missing');
  });

  it('stays withdrawn until a new one is signed', () => {
    const older = { ...GIVEN, id: '0', signedOn: '2026-01-10' };
    const withdrawn = { ...GIVEN, withdrawnOn: '2026-03-01' };
    expect(standing([older, withdrawn])).toBe('withdrawn');
    const renewed = { ...GIVEN, id: '2', signedOn: '2026-03-02' };
    expect(standing([renewed, withdrawn, older])).toBe('valid');
  });

  it('of a minor needs the guardian too', () => {
    expect(standing([GIVEN], { minor: true })).toBe('guardianMissing');
    expect(standing([{ ...GIVEN, guardian: true }], { minor: true })).toBe('valid');
  });
});
