import { rednessText } from './pictures';
import type { Reaction, ReactionEntry } from '@tidy-quill/core/session';
import { figure, momentText } from './format';
import { PLACE_WORDS } from './spot';
import {
  CLOSED_WORDS,
  EXTENT_WORDS,
  HOW_WORDS,
  LEVEL_WORDS,
  onsetText,
  REACTION_WORDS,
  SIGN_WORDS,
  STEP_DONE_WORDS,
  TREND_WORDS,
  TRIAGE_WORDS,
} from './reaction';
import type { SheetLine, SheetNames } from './report-lines';

/** The following of a reaction, a line a step. */
export function reactionLines(
  { entries, report }: Reaction,
  names: Pick<SheetNames, 'staff' | 'timeZone'>,
): SheetLine[] {
  return entries.map((entry) => ({
    label: momentText(entry.at, names.timeZone),
    text: `${entryText(entry, report.what)} (${names.staff(entry.staffId)})`,
    grave: entry.body.kind === 'reactionReported',
  }));
}

/** One step of following a reaction, in a line. */
export function entryText(
  { body }: Pick<ReactionEntry, 'body'>,
  what: keyof typeof REACTION_WORDS,
): string {
  const note = body.note === '' ? '' : `: ${body.note}`;
  if (body.kind === 'reactionClosed') {
    return `Closed, ${REACTION_WORDS[what]} ${CLOSED_WORDS[body.outcome]}${note}`;
  }
  const { triage } = body;
  const level = triage === null ? '' : LEVEL_WORDS[triage.level];
  const signs = (body.kind === 'reactionReported' ? body.report.signs : body.signs).map(
    (sign) => SIGN_WORDS[sign],
  );
  if (body.kind === 'reactionReported') {
    const { report } = body;
    const size = report.sizeCm === null ? '' : `${figure(report.sizeCm)} cm`;
    const where = report.place === null ? '' : PLACE_WORDS[report.place];
    const began = triage === null ? '' : `began ${onsetText(triage.onsetHours)}`;
    const said = [REACTION_WORDS[report.what], began, EXTENT_WORDS[report.extent], size, where];
    return `${[...said, TREND_WORDS[report.trend], ...signs, HOW_WORDS[body.how], level].filter(Boolean).join(', ')}${note}`;
  }
  const size = body.sizeCm === null ? '' : `${figure(body.sizeCm)} cm`;
  const did = body.did.map((each) => STEP_DONE_WORDS[each]);
  const red = body.redness === undefined ? '' : rednessText(body.redness, null);
  return `${[HOW_WORDS[body.how], TREND_WORDS[body.trend], size, red, ...signs, level, ...did].filter(Boolean).join(', ')}${note}`;
}

/** Why a reaction has the level that it has, in a line each. */
export const triageLines = ({ triage }: Pick<Reaction, 'triage'>): readonly string[] =>
  (triage?.reasons ?? []).map(({ reason: why }) => TRIAGE_WORDS[why]);
