import { describe, expect, it } from 'vitest';
import { openCauses, stopCausesFor, type StopCause } from './index';

const checked = (...entries: [StopCause, boolean][]) => new Map(entries);

describe('after a stop that hurt', () => {
  it('four causes are looked for, by what the job can have', () => {
    expect(stopCausesFor('hair')).toEqual([
      ...['tooMuchFluence', 'pulseTooShort', 'poorCooling', 'unseenTan'],
    ]);
    expect(stopCausesFor('ink')).toEqual([
      ...['tooMuchFluence', 'poorCooling', 'unseenTan', 'numbingWornOff'],
    ]);
  });

  it('what nobody looked for is open, until one was found', () => {
    const harmed = true;
    expect(openCauses({ harmed, causesChecked: checked() }, 'hair')).toHaveLength(4);
    const two = checked(['tooMuchFluence', false], ['poorCooling', false]);
    expect(openCauses({ harmed, causesChecked: two }, 'hair')).toEqual([
      'pulseTooShort',
      'unseenTan',
    ]);
    const found = checked(['tooMuchFluence', false], ['poorCooling', true]);
    expect(openCauses({ harmed, causesChecked: found }, 'hair')).toEqual([]);
    const all = stopCausesFor('ink').map((cause): [StopCause, boolean] => [cause, false]);
    expect(openCauses({ harmed, causesChecked: checked(...all) }, 'ink')).toEqual([]);
  });

  it('nothing is asked where nothing hurt', () => {
    expect(openCauses({ harmed: false, causesChecked: checked() }, 'hair')).toEqual([]);
  });
});
