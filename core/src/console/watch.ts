import type { Setting } from '../plan';
import { mismatches, type ConsoleSetting } from '../prepare';
import type { IncidentKind } from '../events';
import { defined } from '../units';

/** A console as it was last heard; `link` is down where it was not heard for some seconds. */
export interface ConsoleView {
  readonly link: 'up' | 'down';
  readonly serial: string;
  /** When it said so, ISO 8601. */
  readonly at: string;
  readonly state: 'off' | 'standby' | 'ready' | 'fault';
  readonly fault: string | null;
  readonly setting: ConsoleSetting;
  readonly tipC: number | null;
  readonly pulses: number;
  readonly interlock: 'closed' | 'open';
  readonly emergencyStop: boolean;
}

/** What the room is doing meanwhile. */
export interface RoomView {
  /** Whether a session is under way and not halted. */
  readonly running: boolean;
  /** Whether test spots are fired: pulses are meant, though no session runs. */
  readonly testing: boolean;
  readonly setting: Setting;
  readonly wavelengthNm: number;
  /** What a contact tip should be at, °C; null where there is none. */
  readonly plateC: number | null;
}

/** What a change at the console asks for. */
export interface Watched {
  /** Pulses to count: `from` + 1 to `to` of its counter. */
  readonly pulses: { readonly from: number; readonly to: number } | null;
  readonly incidents: readonly { readonly what: IncidentKind; readonly detail: string }[];
  /** Whether the session has to stop and the console to go to standby. */
  readonly stop: boolean;
}

// A tip this much warmer than planned no longer keeps the skin as the model has it (assumed).
const WARM_K = 5;
// What may be fired between two messages at the fastest beat, with room for a message that was late.
const SLACK_PULSES = 10;
const SLACK_FACTOR = 3;

/**
 * Compares a console with how it was before. Every fault is told of once, when it begins; whatever is not as it should be
 * stops a session that runs. Pulses that the counter cannot have made in the time are not counted: it has jumped.
 */
export function watchConsole(
  before: ConsoleView | null,
  now: ConsoleView,
  room: RoomView,
): Watched {
  const incidents: { what: IncidentKind; detail: string }[] = [];
  const begins = (what: IncidentKind, was: boolean, is: boolean, detail: string) => {
    if (is && !was) incidents.push({ what, detail });
  };
  const differs = (view: ConsoleView | null) =>
    view !== null && view.link === 'up' && view.state !== 'off'
      ? mismatches(room.setting, room.wavelengthNm, view.setting)
      : [];
  const warm = (view: ConsoleView | null) =>
    view !== null && room.plateC !== null && view.tipC !== null && view.tipC > room.plateC + WARM_K;
  const known = before !== null && before.serial === now.serial ? before : null;
  const fired = known === null || now.link === 'down' ? 0 : now.pulses - known.pulses;
  const jumped = fired < 0 || fired > mostPulses(known, now, room);
  if (room.running) {
    const inUse = now.state !== 'off';
    begins('consoleLost', known?.link === 'down', now.link === 'down' && inUse, now.serial);
    begins('consoleFault', known?.state === 'fault', now.state === 'fault', now.fault ?? '');
    begins(
      'otherSettings',
      differs(known).length > 0,
      differs(now).length > 0,
      differs(now).join(', '),
    );
    begins('warmTip', warm(known), warm(now), `${now.tipC} °C`);
  }
  if (now.link === 'up') {
    const open = now.interlock === 'open';
    if (room.running) begins('interlockOpen', known?.interlock === 'open', open, '');
    begins('emergencyStop', known?.emergencyStop === true, now.emergencyStop, '');
  }
  if (jumped) {
    incidents.push({ what: 'counterJump', detail: `${known?.pulses} to ${now.pulses}` });
  } else if (fired > 0) {
    const counted = fired === 1 ? '1 pulse' : `${fired} pulses`;
    if (!room.running && !room.testing)
      incidents.push({ what: 'pulseWhileNotReady', detail: counted });
    else if (differs(now).length > 0) {
      incidents.push({ what: 'pulseWithOtherSettings', detail: counted });
    }
  }
  const stop = incidents.length > 0;
  const pulses = !jumped && fired > 0 ? { from: defined(known).pulses, to: now.pulses } : null;
  return { pulses, incidents, stop };
}

/** What keeps a session from going on at this console, as it stands now; a lost link does not, for one may work by hand. */
export function consoleFaults(view: ConsoleView, room: RoomView): readonly IncidentKind[] {
  const fresh = { ...view, link: 'up', state: 'standby', fault: null, tipC: null } as const;
  const setting = { ...room.setting, wavelengthNm: room.wavelengthNm };
  const well = { ...fresh, setting, interlock: 'closed', emergencyStop: false } as const;
  if (view.link === 'down') return [];
  return watchConsole(well, view, { ...room, running: true }).incidents.map(({ what }) => what);
}

function mostPulses(before: ConsoleView | null, now: ConsoleView, room: RoomView): number {
  if (before === null) return 0;
  const seconds = Math.max(0, Date.parse(now.at) - Date.parse(before.at)) / 1000;
  const rateHz = Math.max(room.setting.rateHz, now.setting.rateHz);
  return SLACK_PULSES + SLACK_FACTOR * rateHz * seconds;
}
