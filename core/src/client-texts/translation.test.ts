import { describe, expect, it } from 'vitest';
import {
  clientLanguage,
  partsMissing,
  placeholderProblem,
  sameLanguage,
  standingOf,
  textsIn,
  toTranslate,
  type SourceText,
  type TextPart,
  type Translation,
} from '.';

const SOURCES: readonly SourceText[] = [
  { key: 'title', text: 'Consent', language: 'en' },
  { key: 'body', text: 'I, {client}, agree.', language: 'en' },
  { key: 'own', text: 'Zgoda', language: 'pl' },
];
const polish = (texts: Translation['texts']): Translation => ({
  language: 'pl',
  part: 'consents',
  texts,
});
const TITLE = { of: 'Consent', text: 'Zgoda na zabieg' };
const BODY = { of: 'I, {client}, agree.', text: 'Ja, {client}, wyrażam zgodę.' };

describe('texts in another language', () => {
  it('are read once every one of them is translated; what is written in it already needs none', () => {
    expect(toTranslate(SOURCES, 'pl').map(({ key }) => key)).toEqual(['title', 'body']);
    expect(textsIn(SOURCES, polish({ title: TITLE, body: BODY }), 'pl')).toEqual({
      title: 'Zgoda na zabieg',
      body: 'Ja, {client}, wyrażam zgodę.',
      own: 'Zgoda',
    });
  });

  it('are not read while one is missing or says what the clinic no longer says', () => {
    const half = polish({ title: TITLE });
    expect(textsIn(SOURCES, half, 'pl')).toBeNull();
    expect(standingOf(SOURCES, half, 'pl')).toEqual({ needed: 2, missing: ['body'], changed: [] });
    const old = polish({ title: { ...TITLE, of: 'Agreement' }, body: BODY });
    expect(textsIn(SOURCES, old, 'pl')).toBeNull();
    expect(standingOf(SOURCES, old, 'pl')).toEqual({ needed: 2, missing: [], changed: ['title'] });
    expect(textsIn(SOURCES, null, 'pl')).toBeNull();
  });

  it('are a language wherever it is spoken, and the client’s before the clinic’s', () => {
    expect(sameLanguage('pt', 'pt-BR')).toBe(true);
    expect(sameLanguage('pt', 'pl')).toBe(false);
    expect(clientLanguage({ language: 'pl' }, { language: 'en' })).toBe('pl');
    expect(clientLanguage({ language: null }, { language: 'cy' })).toBe('cy');
  });

  it('lack what names places on the body while those are missing', () => {
    const all: TextPart[] = ['places', 'questions', 'consents', 'aftercare', 'messages', 'diary'];
    expect(partsMissing(new Set(all))).toEqual([]);
    expect(partsMissing(new Set(all.slice(1)))).toEqual(['questions', 'consents', 'aftercare']);
    expect(partsMissing(new Set(all.slice(0, 5)))).toEqual(['diary']);
  });
});

describe('what is filled in later', () => {
  it('stands in a translation as it does in its source', () => {
    expect(placeholderProblem('On {when}, {name}', '{name}: {when}')).toBeNull();
    expect(placeholderProblem('On {when}', 'Kiedyś')).toEqual({
      code: 'missingPlaceholder',
      name: 'when',
    });
    expect(placeholderProblem('On {when}', '{kiedy}')).toEqual({
      code: 'unknownPlaceholder',
      name: 'kiedy',
    });
  });
});
