import { checkInk, type InkFinding } from '@tidy-quill/core/look';
import { InputError } from '@tidy-quill/core/units';

const PLAIN: Pick<InkFinding, 'layered' | 'raised' | 'colours'> = {
  layered: false,
  raised: false,
  colours: [],
};

/** The ink when nothing that is needed is missing, else what is wrong with it. */
export function completeInk(ink: Partial<InkFinding>): InkFinding | string {
  const { state, density, origin, scar, ageYears, earlierSessions } = ink;
  const needed = [state, density, origin, scar, ageYears, earlierSessions];
  if (needed.includes(undefined)) {
    return 'State, density, origin, scar, age and earlier sessions are needed.';
  }
  try {
    return checkInk({ ...PLAIN, ...ink } as InkFinding);
  } catch (error) {
    if (error instanceof InputError) return `Colours ${error.problem}.`;
    throw error;
  }
}
