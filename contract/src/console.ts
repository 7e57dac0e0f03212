import * as v from 'valibot';
import { line, Moment, number, whole } from './text';
import { ConsoleSetting } from './event-bodies';

/**
 * The protocol between a laser console and its bridge: TCP, one JSON object a line, UTF-8. A console greets, then tells its
 * status once a second and at every change, and each pulse as it is fired. A bridge may only make it safer: the one thing
 * that it asks for is standby. Settings are dialled and `ready` is chosen at the console itself, by hand.
 */
export const CONSOLE_PROTOCOL = 1;

export const CONSOLE_STATES = ['off', 'standby', 'ready', 'fault'] as const;

const Hello = v.object({
  type: v.literal('hello'),
  protocol: v.literal(CONSOLE_PROTOCOL),
  serial: line(40),
  name: line(80),
  /** Whether it is a stand-in, which takes orders that no real one does. */
  simulated: v.boolean(),
});

const Status = v.object({
  type: v.literal('status'),
  at: Moment,
  state: v.picklist(CONSOLE_STATES),
  /** In words, where the state is `fault`. */
  fault: v.nullable(line(200)),
  setting: ConsoleSetting,
  /** Of a contact tip, °C; null where there is none. */
  tipC: v.nullable(number(-60, 80)),
  /** Pulses since it was built: what a lamp or tip is serviced by. */
  pulses: whole(0, 1e12),
  /** Pulses since it was switched on. */
  pulsesSinceOn: whole(0, 1e12),
  /** The door's: `open` keeps it from firing. */
  interlock: v.picklist(['closed', 'open']),
  emergencyStop: v.boolean(),
});

/** What a console says. */
export const FromConsole = v.variant('type', [Hello, Status]);

export type ConsoleHello = v.InferOutput<typeof Hello>;
export type ConsoleStatus = v.InferOutput<typeof Status>;

export const PROVOKED = [
  'lostLink',
  'otherSettings',
  'warmTip',
  'openInterlock',
  'counterJump',
  'emergencyStop',
] as const;

/** What may be said to a console: `standby` to any, the rest only to a stand-in. */
export const ToConsole = v.variant('type', [
  v.object({ type: v.literal('standby') }),
  v.object({ type: v.literal('power'), on: v.boolean() }),
  v.object({ type: v.literal('ready') }),
  v.object({ type: v.literal('pedal'), pulses: whole(1, 200) }),
  v.object({ type: v.literal('dial'), setting: ConsoleSetting, tipC: v.nullable(number(-60, 80)) }),
  v.object({ type: v.literal('provoke'), what: v.picklist(PROVOKED), on: v.boolean() }),
]);

export type ToConsole = v.InferOutput<typeof ToConsole>;

/** What a browser is told, live: whether the console is there (`opening` until it answers or stays silent), who it is, and how it stands. */
export interface ConsoleLive {
  readonly link: 'opening' | 'up' | 'down';
  readonly hello: ConsoleHello | null;
  readonly status: ConsoleStatus | null;
}

/** What the console of a room shows of itself now. */
export interface ConsoleCounter {
  readonly roomId: string;
  readonly room: string;
  readonly serial: string;
  readonly pulses: number;
}
