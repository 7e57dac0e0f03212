import { benchPackets } from './packets';
import { benchStrokes } from './strokes';
import {
  uncertaintyMap,
  evaluate,
  propose,
  windowInput,
  windowMap,
  workingSkin,
} from '../src/plan';
import { CASE, DIODE, SETTING, SUBJECT } from '../src/plan/plan.test-data';
import { ceilingJcm2, floorJcm2, solveWindow } from '../src/window';
import { bench } from './timing';

// Every repeat asks about slightly other skin, so that no answer kept from before is measured.
let nudged = 0;
const freshSkin = () => {
  nudged += 1;
  return { ...SUBJECT.skin, measuredFraction: 0.023 + nudged * 1e-7 };
};
const freshCase = () => ({ ...CASE, subject: { ...SUBJECT, skin: freshSkin() } });
const freshInput = () => {
  const subject = { ...SUBJECT, skin: freshSkin() };
  return windowInput(subject, workingSkin(subject), DIODE, SETTING, CASE.protocol.techniques);
};

bench('one window solved, ceiling and both floors', 300, 10, () => {
  // Another pulse each time too: nothing of an earlier solve is shared but the pre-cooling.
  const input = freshInput();
  const solved = solveWindow({
    ...input,
    pulse: { ...input.pulse, durationMs: 30 + nudged * 1e-4 },
  });
  return [
    ceilingJcm2(solved, 'fugitt'),
    floorJcm2(solved, 'bulge', 'fugitt'),
    floorJcm2(solved, 'bulb', 'fugitt'),
  ];
});
bench('a window map of 40 pulses, for any number of fluences', 60, 130, () =>
  windowMap(freshInput(), [5, 400]),
);
bench('the doubt of a map, 10 pulses', 40, 260, () =>
  uncertaintyMap(freshInput(), [5, 400], false),
);
bench('one setting evaluated', 100, 130, () => evaluate(freshCase(), SETTING));
bench('two handpieces ranked for one client', 20, 600, () => propose(freshCase()));
benchStrokes();
await benchPackets();
