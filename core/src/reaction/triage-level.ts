/** How soon somebody has to look, mildest first. */
export const TRIAGE_LEVELS = ['normal', 'advice', 'seeToday', 'clinicianNow'] as const;

export type TriageLevel = (typeof TRIAGE_LEVELS)[number];

/** Whether a level asks for somebody to look, today or now: it cannot be passed over by reading it. */
export const asksForLook = (level: TriageLevel): boolean =>
  level === 'seeToday' || level === 'clinicianNow';
