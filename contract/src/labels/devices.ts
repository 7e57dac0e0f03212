import {
  outputVerdict,
  type CheckItem,
  type DeviceDue,
  type DeviceEntryBody,
  type ItemResult,
  type OutOfUse,
  type OutputVerdict,
  type Part,
} from '@tidy-quill/core/device';
import { dayText, figure, shortDay } from './format';

export const CHECK_ITEM_WORDS: Readonly<Record<CheckItem, string>> = {
  selfTest: 'Self test passes',
  tip: 'Tip and window clean, no chip or crack',
  cooling: 'Cooling reaches its set point',
  aimingBeam: 'Aiming beam round and where the spot lands',
  door: 'Door switch stops it',
  emergencyStop: 'Emergency stop works',
};

export const ITEM_RESULT_WORDS: Readonly<Record<ItemResult, string>> = {
  passed: 'passed',
  failed: 'failed',
  notFitted: 'not fitted',
};

export const PART_WORDS: Readonly<Record<Part, string>> = {
  lamp: 'lamp',
  bars: 'diode bars',
  fibre: 'fibre',
  tip: 'tip',
  other: 'other part',
};

export const OUTPUT_VERDICT_WORDS: Readonly<Record<OutputVerdict, string>> = {
  go: 'used as it is',
  corrected: 'plans are corrected; have it serviced',
  outOfUse: 'out of use until a supervisor frees it',
};

const percent = (ratio: number) => `${figure(ratio * 100, 0)}\u00a0%`;

/** “gives 87 % of what it shows”. */
export const ratioText = (ratio: number) => `gives ${percent(ratio)} of what it shows`;

/** Why a handpiece is out of use, in one sentence. */
export function outOfUseText(out: OutOfUse): string {
  const since = `since ${shortDay(out.since)}`;
  switch (out.because) {
    case 'output':
      return `Out of use ${since}: it ${ratioText(out.ratio)}. A supervisor frees it.`;
    case 'items':
      return `Out of use ${since}: its check failed (${out.items.map((item) => CHECK_ITEM_WORDS[item].toLowerCase()).join('; ')}). A check that finds all well brings it back.`;
    case 'takenOut':
      return `Out of use ${since}: ${out.reason}${out.until === null ? '' : `; back by ${shortDay(out.until)}`}. A supervisor frees it.`;
    case 'serviced':
      return `Out of use ${since}, the day of its service: what it gives has to be measured first.`;
  }
}

/** What is due of a handpiece, in a few words; its day stands beside. */
export function deviceDueText(due: DeviceDue): string {
  switch (due.what) {
    case 'check':
      return 'daily check not made yet';
    case 'drift':
      return 'its trend will be 10 % off';
    case 'correctedOutput':
      return `${ratioText(due.ratio)}: plans are corrected, have it serviced`;
    case 'unsteady':
      return 'its pulses differ too much: measure again, have it serviced';
    case 'service':
      return 'service due';
    case 'part':
      return `${due.name}: near the end of its life`;
  }
}

/** An entry of a log, in a sentence or two. */
export function deviceEntryText(body: DeviceEntryBody): string {
  switch (body.kind) {
    case 'checked':
      return checkedText(body);
    case 'takenOut':
      return `Taken out of use: ${body.reason}${body.until === null ? '' : `; back by ${dayText(body.until)}`}`;
    case 'freed':
      return `Freed: ${body.reason}`;
    case 'serviced':
      return [
        `${body.what === 'service' ? 'Service' : 'Repair'} by ${body.by}`,
        ...(body.note === '' ? [] : [body.note]),
        ...counted(body.counter),
      ].join('. ');
    case 'partFitted':
      return `${body.name} (${PART_WORDS[body.part]}) fitted for ${figure(body.lifePulses, 0)} pulses${body.usedPulses === 0 ? '' : `, ${figure(body.usedPulses, 0)} of them given before`}. Counter ${figure(body.counter, 0)}`;
    case 'counterRead':
      return `Counter ${figure(body.counter, 0)}`;
  }
}

function checkedText({
  items,
  meter,
  counter,
  note,
}: Extract<DeviceEntryBody, { kind: 'checked' }>): string {
  const failed = (Object.keys(items) as CheckItem[]).filter((item) => items[item] === 'failed');
  const shown =
    meter === null
      ? ['not measured']
      : [
          `${meter.measuredJ.map((joules) => figure(joules, 2)).join(', ')} J at ${figure(meter.fluenceJcm2, 2)} J/cm² shown (${meter.name})`,
        ];
  return [
    failed.length === 0
      ? 'Daily check, all well'
      : `Daily check, failed: ${failed.map((item) => CHECK_ITEM_WORDS[item].toLowerCase()).join('; ')}`,
    ...shown,
    ...counted(counter),
    ...(note === '' ? [] : [note]),
  ].join('. ');
}

const counted = (counter: number | null) =>
  counter === null ? [] : [`Counter ${figure(counter, 0)}`];

/** What a ratio leads to, in a few words. */
export const verdictText = (ratio: number) => OUTPUT_VERDICT_WORDS[outputVerdict(ratio)];
