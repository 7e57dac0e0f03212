import type { Technique } from './handpiece';

const GLIDING: readonly Technique[] = ['inMotion', 'subMs1064', 'pulsedLightInMotion'];

/** Whether a technique glides over cells, so that heat builds up from pass to pass. */
export const glides = (technique: Technique) => GLIDING.includes(technique);

/** Whether a technique lives on heat that builds up over many passes. */
export const buildsUpHeat = (technique: Technique) =>
  technique === 'inMotion' || technique === 'pulsedLightInMotion';
