import { describe, expect, it } from 'vitest';
import { marksOver, withMarkPressed, type Mark } from './marks';

describe('pressing what is seen', () => {
  const press = (...marks: Mark[]) => marks.reduce<readonly Mark[]>(withMarkPressed, []);

  it('adds a mark, and takes it back at the second press', () => {
    expect(press('singedHair', 'strongRedness')).toEqual(['singedHair', 'strongRedness']);
    expect(press('singedHair', 'strongRedness', 'singedHair')).toEqual(['strongRedness']);
  });

  it('never shows “nothing yet” beside something', () => {
    expect(press('singedHair', 'strongRedness', 'nothing')).toEqual(['nothing']);
    expect(press('noWhitening', 'bleeding')).toEqual(['bleeding']);
  });
});

describe('what was seen over a time', () => {
  it('names each mark once, without a “nothing yet” that an endpoint overtook', () => {
    expect(marksOver(['nothing', 'singedHair', 'singedHair'])).toEqual(['singedHair']);
  });

  it('keeps that no endpoint was seen beside harm', () => {
    expect(marksOver(['noWhitening', 'bleeding'])).toEqual(['noWhitening', 'bleeding']);
  });
});
