import type { Handpiece } from './handpiece';
import type { PlanCase } from './plan-case';
import { hairHandpiece } from './refusals';
import type { PastSession, UsedHandpiece } from './subject';

/** What an earlier session was worked with: as it was kept, else as the catalogue has it, else the same light here. */
export function usedThen(plan: PlanCase, here: Handpiece, session: PastSession): UsedHandpiece {
  return (
    session.used ??
    hairHandpiece(plan, session.setting) ?? {
      ...here,
      light: { wavelengthNm: session.wavelengthNm },
      train: { count: 1, gapMs: 0 },
    }
  );
}
