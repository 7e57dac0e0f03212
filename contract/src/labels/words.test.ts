import {
  HANDPIECE_TABLE,
  INK_TABLE,
  PROTOCOL_TABLE,
  RULE_TABLE,
  SUBSTANCE_TABLE,
} from '../catalogue-table';
import { QUESTIONS } from '@tidy-quill/core/suitability';
import { describe, expect, it } from 'vitest';
import {
  areaText,
  COLUMN_WORDS,
  coolingText,
  notReadyText,
  QUESTION_WORDS,
  refusalText,
} from './index';

const COLUMNS = [HANDPIECE_TABLE, INK_TABLE, PROTOCOL_TABLE, RULE_TABLE, SUBSTANCE_TABLE].flatMap(
  ({ columns }) => columns,
);

describe('words', () => {
  it('name an area as people say it', () => {
    expect(areaText({ site: 'lowerLeg', side: 'left' })).toBe('left lower leg');
    expect(areaText({ site: 'underarm', side: 'both' })).toBe('both underarms');
    expect(areaText({ site: 'foot', side: 'both' })).toBe('both feet');
    expect(areaText({ site: 'chin', side: 'whole' })).toBe('chin');
  });

  it('give cooling its temperatures and times', () => {
    expect(coolingText({ kind: 'contact', plateC: 5, preSeconds: 0.5 })).toBe(
      'contact 5 °C, 0.5 s before',
    );
    expect(coolingText({ kind: 'cryogen', spurtMs: 40, delayMs: 20 })).toBe(
      'cryogen 40 ms, delay 20 ms',
    );
  });

  it('say a refusal with its figures and units', () => {
    expect(
      refusalText({ code: 'aboveLimit', binding: 'model', limitJcm2: 21.66, upperJcm2: 21 }),
    ).toBe('Above the skin model limit: 21.7 J/cm², on the console’s step 21.');
    expect(refusalText({ code: 'passesOutOfRange', low: 1, high: 1 })).toBe(
      'This technique takes 1 pass.',
    );
    expect(refusalText({ code: 'pulseLongerThanPeriod', periodMs: 100, shotMs: 110 })).toBe(
      'A shot of 110 ms does not fit a period of 100 ms.',
    );
  });

  it('ask the day and the word of every question that needs one, and no other', () => {
    for (const { id, asksDay, asksNote } of QUESTIONS) {
      expect(QUESTION_WORDS[id].day !== undefined).toBe(asksDay);
      expect(QUESTION_WORDS[id].note !== undefined).toBe(asksNote);
    }
  });

  it('say why a visit is not ready and what would do', () => {
    const stopped = { code: 'stopped', outcome: 'wait', rules: ['sun'] } as const;
    expect(notReadyText({ ...stopped, clearOn: '2026-12-18' })).toEqual({
      why: 'Has to wait: sun',
      remedy: 'ready on Fri 18 Dec 2026: move the visit',
    });
    expect(notReadyText({ ...stopped, clearOn: null }).remedy).toContain('no longer taken');
    expect(notReadyText({ code: 'consent', state: 'missing', guardian: true }).remedy).toContain(
      'guardian',
    );
  });

  it('name every column, with its unit where it has one', () => {
    for (const { name } of COLUMNS) {
      const words = COLUMN_WORDS[name];
      expect(words, name).toBeDefined();
      if (name.endsWith('Jcm2')) expect(words).toContain('J/cm²');
      if (name.endsWith('Ms')) expect(words).toContain('ms');
      if (name.endsWith('Nm') && name !== 'linesNm') expect(words).toContain('nm');
    }
  });
});
