import { describe, expect, it } from 'vitest';
import { SHIPPED_CLIENT_TEXTS } from './client-words';
import { saysAll } from './translated';

const ADVICE = [{ code: 'noSelfTan', until: null, text: 'No self-tan.' }];
const around = Object.fromEntries(
  Object.entries(SHIPPED_CLIENT_TEXTS.aftercare).map(([key, of]) => [
    key,
    { of, text: `pl ${of}` },
  ]),
);
const line = { 'block.noSelfTan': { of: 'No self-tan.', text: 'Bez samoopalacza.' } };

describe('advice in another language', () => {
  it('is whole where each line is said as it was given, and all around it', () => {
    expect(saysAll('pl', { texts: { ...around, ...line } }, ADVICE)).toBe(true);
    expect(saysAll('pl', { texts: line }, ADVICE)).toBe(false);
    expect(saysAll('pl', { texts: around }, ADVICE)).toBe(false);
    const reworded = [{ code: 'noSelfTan', until: null, text: 'No self-tan for a week.' }];
    expect(saysAll('pl', { texts: { ...around, ...line } }, reworded)).toBe(false);
  });

  it('needs nothing around it in the language in which that ships', () => {
    expect(saysAll('en', { texts: line }, ADVICE)).toBe(true);
  });
});
