import type { FigureId } from '@tidy-quill/core/figures';

/** What each clinical number of the protocol is. */
export const FIGURE_WORDS: Readonly<Record<FigureId, string>> = {
  aboveWell: 'Past response: at most this much of a fluence borne well',
  belowBadly: 'Past response: at most this much of one borne badly',
  startShare: 'First pulse: at most this much of the upper end',
  hairBegin: 'Hair, first visit: how far up the row',
  bonyShare: 'Over bone, of what was planned',
  mucosalShare: 'On mucosa, of what was planned',
  inkBeginSolid: 'Solid ink, first visit: how far up the row',
  inkBeginMedium: 'Medium ink, first visit: how far up the row',
  inkBeginFine: 'Fine ink, first visit: how far up the row',
  slowingFromVisit: 'Hair: longer interval from this visit on',
  slowingWeeks: 'Hair: how much longer then',
  healingWeeks: 'After a reaction, at least',
  inkLeastWeeks: 'Ink: never sooner than',
  inkWeeks: 'Ink: usual interval',
  inkSlowWeeks: 'Ink on ankle, foot or lower leg',
  inkHealingWeeks: 'Ink after a reaction',
  killFull: 'Share of growing hair that a visit takes which works to the bulb',
  killPart: 'The same where it works in part',
  killLittle: 'The same below what is expected to work',
  killUnknown: 'The same where the model is silent',
  sentToRest: 'Share of the hair left growing that falls out and rests',
  countEvery: 'Hair is counted at the first visit, and then every so many',
};
