import { evaluate, propose } from '../src/plan';
import { CASE, SETTING } from '../src/plan/plan.test-data';
import { medianMs, report } from './timing';

report(
  'one setting evaluated',
  medianMs(400, () => evaluate(CASE, SETTING)),
  2,
);
report(
  'a catalogue ranked for one client',
  medianMs(200, () => propose(CASE)),
  150,
);
