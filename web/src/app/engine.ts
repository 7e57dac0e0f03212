import { VisitEngine } from '../visit-engine/engine';

/** The events of every visit in this browser. */
export const engine = new VisitEngine();
