import {
  CONSOLE_PROTOCOL,
  type ConsoleHello,
  type ConsoleStatus,
  type ToConsole,
} from '@tidy-quill/contract/console';

type Setting = ConsoleStatus['setting'];

const WARM_BY_K = 12;
const JUMP = 500;

const FIRST: Setting = {
  wavelengthNm: 810,
  fluenceJcm2: 10,
  pulseMs: 30,
  spot: { widthMm: 12, heightMm: 12 },
  rateHz: 1,
};

/** A stand-in for a laser console: it can be dialled, made ready and fired, and its faults provoked. Holds no socket. */
export class SimulatedConsole {
  readonly hello: ConsoleHello;
  private state: ConsoleStatus['state'] = 'off';
  private setting = FIRST;
  private tipC: number | null = 5;
  private pulses: number;
  private pulsesAtOn: number;
  private readonly provoked = new Set<string>();

  constructor(serial: string, name: string, pulses: number) {
    this.hello = { type: 'hello', protocol: CONSOLE_PROTOCOL, serial, name, simulated: true };
    this.pulses = pulses;
    this.pulsesAtOn = pulses;
  }

  /** Whether its link is cut: it says nothing and hears nothing but that it is mended. */
  get isCut(): boolean {
    return this.provoked.has('lostLink');
  }

  status(at: Date): ConsoleStatus {
    const { setting, provoked } = this;
    const stopped = provoked.has('emergencyStop');
    return {
      type: 'status',
      at: at.toISOString(),
      state: stopped ? 'fault' : this.state,
      fault: stopped ? 'emergency stop' : null,
      setting: provoked.has('otherSettings')
        ? { ...setting, fluenceJcm2: Math.round(setting.fluenceJcm2 * 1.2 * 10) / 10 }
        : setting,
      tipC: this.tipC === null ? null : this.tipC + (provoked.has('warmTip') ? WARM_BY_K : 0),
      pulses: this.pulses,
      pulsesSinceOn: this.pulses - this.pulsesAtOn,
      interlock: provoked.has('openInterlock') ? 'open' : 'closed',
      emergencyStop: stopped,
    };
  }

  /** Does as it is told, as far as a console would. */
  take(order: ToConsole): void {
    switch (order.type) {
      case 'standby':
        if (this.state === 'ready') this.state = 'standby';
        return;
      case 'power':
        if ((this.state === 'off') !== order.on) return;
        this.state = order.on ? 'standby' : 'off';
        if (order.on) this.pulsesAtOn = this.pulses;
        return;
      case 'ready':
        if (this.state === 'standby' && this.isSafe()) this.state = 'ready';
        return;
      case 'pedal':
        // As with a sticking pedal, it fires whatever the room thinks: only its own state keeps it from it.
        if (this.state === 'ready' && this.isSafe()) this.pulses += order.pulses;
        return;
      case 'dial':
        this.setting = order.setting;
        this.tipC = order.tipC;
        return;
      case 'provoke':
        this.provoke(order.what, order.on);
    }
  }

  private provoke(what: (ToConsole & { type: 'provoke' })['what'], on: boolean): void {
    if (what === 'counterJump') {
      if (on) this.pulses += JUMP;
      return;
    }
    if (on) this.provoked.add(what);
    else this.provoked.delete(what);
    // What opens the circuit drops it out of ready by itself.
    if (!this.isSafe() && this.state === 'ready') this.state = 'standby';
  }

  private isSafe(): boolean {
    return !this.provoked.has('openInterlock') && !this.provoked.has('emergencyStop');
  }
}
