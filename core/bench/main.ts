import { readFileSync } from 'node:fs';
import { benchColumn } from './column';
import { benchPackets } from './packets';
import './strokes';
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
import { medianMs, report } from './timing';
import { defined } from '../src/units';

// The heat steps compiled to WebAssembly, by whoever calls.
const column = new WebAssembly.Module(readFileSync(defined(process.argv[2])));

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

report(
  'one window solved, ceiling and both floors',
  medianMs(300, () => {
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
  }),
  2,
);
report(
  'a window map of 40 pulses, for any number of fluences',
  medianMs(40, () => windowMap(freshInput(), [5, 400])),
  80,
);
report(
  'the doubt of a map, 10 pulses',
  medianMs(20, () => uncertaintyMap(freshInput(), [5, 400], false)),
  160,
);
report(
  'one setting evaluated',
  medianMs(100, () => evaluate(freshCase(), SETTING)),
  4,
);
report(
  'two handpieces ranked for one client',
  medianMs(20, () => propose(freshCase())),
  150,
);
benchColumn(column);
benchPackets();
