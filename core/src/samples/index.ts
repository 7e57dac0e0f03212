/** Findings and sessions that tests of several packages share; nothing that runs uses them. */
export * from '../ink/ink.test-data';
export * from '../session/two-lights.test-data';
export * from '../plan/plan.test-data';
export { PLAN as HAIR_PLAN, twoSettings } from '../session/hair-session.test-data';
