import { COLOURS, GREYS, type PrintInUse } from '@tidy-quill/core/picture';
import * as v from 'valibot';
import { DayText, Id, number } from './text';

const share = number(0.001, 1);
const Rgb = v.tuple([share, share, share], 'must be red, green and blue');

/** What a printer makes of the picture card: reflectances as they were read, and the day from which cards of it are in use. */
export const CardPrint = v.object({
  id: Id,
  since: DayText,
  greys: v.pipe(v.array(Rgb), v.length(GREYS.length, `must be ${GREYS.length} greys`)),
  colours: v.pipe(v.array(Rgb), v.length(COLOURS.length, `must be ${COLOURS.length} colours`)),
  /** How far the known greys lay from the curves; null where nothing was measured. */
  misfit: v.nullable(number(0, 1)),
}) satisfies v.GenericSchema<unknown, PrintInUse>;

export type CardPrint = v.InferOutput<typeof CardPrint>;

/** A print that was kept, by whom and when. */
export interface CardPrintKept extends CardPrint {
  readonly by: string;
  readonly at: string;
}
