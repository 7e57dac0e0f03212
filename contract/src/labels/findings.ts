import {
  DROP_OUT_WEEKS,
  FEWEST_CLIENTS,
  OVERRUN_MINUTES,
  RUN,
  type ControlPoint,
  type LookAt,
  type Proportion,
  type RowProposal,
} from '@tidy-quill/core/findings';
import type { InkColour } from '@tidy-quill/core/look';
import type { Calibre } from '@tidy-quill/core/optics';
import type { Technique } from '@tidy-quill/core/plan';
import type { SiteId } from '@tidy-quill/core/sites';
import type { Behind, FindingField, FindingsOptions } from '../findings';
import { SITE_WORDS } from './area';
import { countText, figure, monthText, sentence, shortDay, skinTypeText } from './format';
import { INK_COLOUR_WORDS } from './look';
import { CALIBRE_WORDS, TECHNIQUE_WORDS } from './words';

export const FINDING_FIELD_WORDS: Readonly<Record<FindingField, string>> = {
  job: 'Job',
  site: 'Site',
  skinType: 'Skin type',
  target: 'Hair or ink',
  handpieceId: 'Handpiece',
  technique: 'Technique',
  staffId: 'Technician',
};

const JOB_WORDS = { hair: 'hair removal', ink: 'tattoo removal' } as const;

/** A value by which sessions are told apart, in words. */
export function findingValueText(
  field: FindingField,
  value: string,
  { handpieces, staff }: Pick<FindingsOptions, 'handpieces' | 'staff'>,
): string {
  switch (field) {
    case 'job':
      return JOB_WORDS[value as keyof typeof JOB_WORDS];
    case 'site':
      return SITE_WORDS[value as SiteId];
    case 'skinType':
      return `type ${skinTypeText(Number(value))}`;
    case 'target':
      return value in CALIBRE_WORDS
        ? `${CALIBRE_WORDS[value as Calibre]} hair`
        : `${INK_COLOUR_WORDS[value as InkColour]} ink`;
    case 'handpieceId':
      return handpieces[value] ?? 'a handpiece no longer listed';
    case 'technique':
      return TECHNIQUE_WORDS[value as Technique];
    case 'staffId':
      return staff[value] ?? 'somebody no longer listed';
  }
}

/** What the sessions behind a figure have in common. */
export const BEHIND_WORDS: Readonly<Record<Behind, string>> = {
  all: 'All sessions',
  adverse: 'Sessions with harm',
  rightEndpoint: 'Sessions with the endpoint as wanted',
  noEndpoint: 'Sessions without an endpoint',
  strongEndpoint: 'Sessions with too strong an endpoint',
  painAsked: 'Sessions in which pain was asked for',
  painAtLeast7: 'Sessions with pain of 7 or more',
  incidents: 'Sessions with an incident',
  overridden: 'Sessions with an override',
  waitsSetAside: 'Sessions within a wait',
  timed: 'Visits that were timed',
  overran: `Visits longer than booked by more than ${OVERRUN_MINUTES} min`,
  counted: 'Sessions before which hair was counted, not for the first time',
  courseLeft: 'Last sessions of courses that were left',
  reported: 'Sessions of visits in the register of incidents',
};

const percent = (share: number) => figure(share * 100, share < 0.1 ? 1 : 0);

/** “3 of 42, 7.1 % (2.5–19 %)”. */
export const proportionText = ({ count, of, low, high }: Proportion): string =>
  `${count} of ${of}, ${percent(count / of)} % (${percent(low)}–${percent(high)} %)`;

export const shareText = ({ count, of }: Proportion): string => `${percent(count / of)} %`;

export const intervalText = ({ low, high }: Proportion): string =>
  `${percent(low)}–${percent(high)} %`;

export const FEW_TEXT = `Fewer than ${FEWEST_CLIENTS} clients stand behind these sessions, so no figure is shown.`;

export const DROP_OUT_TEXT = `No session for ${DROP_OUT_WEEKS} weeks, none booked, and no end on record`;

const SIGNAL_WORDS: Readonly<Record<NonNullable<ControlPoint['signal']>, string>> = {
  above: 'more harm than its limit',
  below: 'less harm than its limit',
  runAbove: `the ${RUN}th month in a row above the mean`,
  runBelow: `the ${RUN}th month in a row below the mean`,
};

/** What to look at for a month that chance does not explain. */
export function lookAtText(
  { at, signal, circumstances, tans }: LookAt,
  { handpieces, staff }: Pick<FindingsOptions, 'handpieces' | 'staff'>,
): { readonly month: string; readonly items: readonly string[] } {
  const items = circumstances.map((each) => {
    switch (each.kind) {
      case 'newTechnician':
        return `${staff[each.staffId] ?? 'Somebody'} treated here for the first time on ${shortDay(each.on)}.`;
      case 'newHandpiece':
        return `${handpieces[each.handpieceId] ?? 'A handpiece'} was first used on ${shortDay(each.on)}.`;
      case 'outputOff':
        return `${handpieces[each.handpieceId] ?? 'A handpiece'} measured more than 10 % off on ${shortDay(each.on)}.`;
      case 'protocolChanged':
        return `Protocol version ${each.number} came into force on ${shortDay(each.on)}.`;
    }
  });
  const season =
    tans === null
      ? []
      : [`${percent(tans.month)} % of sessions on tanned skin, usually ${percent(tans.usual)} %.`];
  return {
    month: `${sentence(monthText(`${at}-01`))}: ${SIGNAL_WORDS[signal]}`,
    items: [...items, ...season],
  };
}

/** A proposal for a row, with what speaks for it. */
export const proposalText = ({ change, fromJcm2, toJcm2, because }: RowProposal): string =>
  change === 'raiseLow'
    ? `Begin higher: low end ${figure(fromJcm2)} → ${figure(toJcm2)} J/cm². ${because.count} of ${because.of} sessions had no endpoint at the first fluence, none was too strong or harmed.`
    : `End lower: high end ${figure(fromJcm2)} → ${figure(toJcm2)} J/cm². ${countText(because.count, 'session')} of ${because.of} ended with harm (${intervalText(because)}).`;
