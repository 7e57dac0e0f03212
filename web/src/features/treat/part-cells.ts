import { workload, type Pace } from '@tidy-quill/core/coverage';
import { treatedParts } from '@tidy-quill/core/ink';
import type { AcceptedPlan } from '@tidy-quill/core/events';
import { INK_COLOUR_WORDS } from '../../text';
import type { SessionCell } from './use-session';

/** Parts of a design that stand side by side. */
export const PARTS_A_ROW = 4;

/** The parts of a design that a light is meant for, as cells in their order; none where it was not drawn. */
export function partCells(
  { subject, ink, setting }: AcceptedPlan,
  pace: Pace,
  offset: number,
): readonly Omit<SessionCell, 'run'>[] {
  if (!('ink' in subject) || ink === undefined) return [];
  const all = subject.ink.parts ?? [];
  const meant = [...ink.colours, ...ink.darkPartOf];
  return treatedParts(subject.ink)
    .filter(({ colour }) => meant.includes(colour))
    .map((part, index) => {
      const number = all.findIndex(({ id }) => id === part.id) + 1;
      const { pulses } = workload({
        areaCm2: Math.max(0.05, part.areaCm2),
        spot: setting.spot,
        rateHz: setting.rateHz,
        fluenceJcm2: setting.fluenceJcm2,
        strokes: { kind: 'stamping' },
        pace,
        gel: false,
      });
      return {
        number: number + offset,
        name: `Part ${number}, ${INK_COLOUR_WORDS[part.colour]}`,
        colour: part.colour,
        column: index % PARTS_A_ROW,
        row: Math.floor(index / PARTS_A_ROW),
        areaCm2: part.areaCm2,
        pulses,
        side: null,
        x: 0.5,
        y: 0.5,
        bony: false,
        mucosal: false,
        avoid: [],
        tested: 0,
      };
    });
}
