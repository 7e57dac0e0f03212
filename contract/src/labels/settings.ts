import { allowedFrom, type Advice } from '@tidy-quill/core/aftercare';
import { dialledJcm2, type Setting } from '@tidy-quill/core/plan';
import { pulseEnergyJ } from '@tidy-quill/core/report';
import { dayText, figure, spotText } from './format';
import { addedCoolingText } from './words';

/** “18 J/cm², 30 ms, 12 mm, 1 Hz (20.4 J a pulse)”: fluence and energy are always shown together. */
export const settingText = (setting: Setting): string =>
  `${fluenceText(setting)}, ${pulseText(setting.pulseMs)}, ${spotText(setting.spot)}, ${figure(setting.rateHz, 2)} Hz (${figure(pulseEnergyJ(setting), pulseEnergyJ(setting) < 1 ? 3 : 1)} J a pulse)${addedText(setting)}`;

/** “15 J/cm²”; of a console that was measured to give another share of what it shows “13.05 J/cm² (console 15)”. */
export function fluenceText(setting: Pick<Setting, 'fluenceJcm2' | 'output'>): string {
  const given = `${figure(setting.fluenceJcm2, 2)} J/cm²`;
  return setting.output === undefined
    ? given
    : `${given} (console\u00a0${figure(dialledJcm2(setting), 2)})`;
}

const addedText = ({ added }: Setting) => {
  const said = addedCoolingText(added);
  return said === '' ? '' : `, ${said}`;
};

/** A pulse in the unit in which it is spoken of: ms, µs, ns or ps. */
export function pulseText(pulseMs: number): string {
  if (pulseMs >= 0.01) return `${figure(pulseMs, 2)} ms`;
  const ns = pulseMs * 1e6;
  if (ns >= 1000) return `${figure(ns / 1000, 2)} µs`;
  return ns >= 1 ? `${figure(ns, 1)} ns` : `${figure(ns * 1000, 0)} ps`;
}

/** A line of advice with its day: “No self-tan. Again from Wed 2 Dec 2026.” */
export function adviceText({ text, code, until, sayFrom }: Advice): string {
  const said = text ?? code;
  if (until === null) return said;
  return `${said} ${untilText({ until, sayFrom })}`;
}

/** “Until Tue 8 Dec 2026.”, or the first day again where that is what one wants to know. */
export const untilText = ({
  until,
  sayFrom,
}: Pick<Advice, 'sayFrom'> & { until: string }): string =>
  sayFrom === true ? `Again from ${dayText(allowedFrom(until))}.` : `Until ${dayText(until)}.`;
