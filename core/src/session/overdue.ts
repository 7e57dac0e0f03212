import type { Reaction } from './reactions';

/** Whether somebody should have looked or asked again by now. */
export const isOverdue = ({ againAt }: Pick<Reaction, 'againAt'>, now: string): boolean =>
  againAt !== null && Date.parse(againAt) < Date.parse(now);
