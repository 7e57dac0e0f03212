import { FromConsole, type ConsoleLive, type ToConsole } from '@tidy-quill/contract/console';
import { read } from '@tidy-quill/contract/problem';
import { connect, type Socket } from 'node:net';
import { createInterface } from 'node:readline';

/** Where a console is reached. */
export interface ConsolePlace {
  readonly host: string;
  readonly port: number;
}

type Listener = (live: ConsoleLive) => void;

// Not heard for so long, the link counts as down.
const SILENCE_MS = 3000;
const AGAIN_MS = 1000;

/** One console's line: open while somebody listens, and again and again while it cannot be reached. */
export class Line {
  private readonly listeners = new Set<Listener>();
  private socket: Socket | null = null;
  private silence: ReturnType<typeof setTimeout> | undefined;
  private again: ReturnType<typeof setTimeout> | undefined;
  private live: ConsoleLive = { link: 'opening', hello: null, status: null };

  constructor(
    private readonly host: string,
    private readonly port: number,
  ) {}

  /** Tells a listener how the console stands, now and whenever that changes; gives how to stop. */
  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    if (this.socket === null) this.open();
    listener(this.live);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.close();
    };
  }

  /** Says something to the console; false where it cannot be reached. */
  say(order: ToConsole): boolean {
    if (this.socket === null || this.socket.connecting) return false;
    // A stand-in whose link is cut still hears, so that it can be mended.
    return this.socket.write(`${JSON.stringify(order)}\n`);
  }

  get simulated(): boolean {
    return this.live.hello?.simulated === true;
  }

  private open(): void {
    const socket = connect(this.port, this.host);
    this.socket = socket;
    this.awaitWord();
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      if (this.socket !== socket) return;
      this.socket = null;
      this.tell({ ...this.live, link: 'down' });
      if (this.listeners.size > 0) this.again = setTimeout(() => this.open(), AGAIN_MS);
    });
    const lines = createInterface({ input: socket });
    lines.on('line', (line) => this.hear(line));
    // It passes the socket's own faults on, and nobody listening would end the server.
    lines.on('error', () => socket.destroy());
  }

  private hear(line: string): void {
    const said = read(FromConsole, parsed(line));
    // What is not of the protocol is passed over; silence then shows as a lost link.
    if (!said.ok) return;
    this.awaitWord();
    const { value } = said;
    this.tell({
      link: 'up',
      hello: value.type === 'hello' ? value : this.live.hello,
      status: value.type === 'status' ? value : this.live.status,
    });
  }

  /** Counts the link as down where nothing is heard for some seconds. */
  private awaitWord(): void {
    clearTimeout(this.silence);
    this.silence = setTimeout(() => this.tell({ ...this.live, link: 'down' }), SILENCE_MS);
  }

  private tell(live: ConsoleLive): void {
    this.live = live;
    for (const listener of this.listeners) listener(live);
  }

  private close(): void {
    clearTimeout(this.again);
    clearTimeout(this.silence);
    const { socket } = this;
    this.socket = null;
    socket?.destroy();
    // Whoever listens next waits for its first word: an old one says nothing of a lost link.
    this.live = { link: 'opening', hello: null, status: null };
  }
}

function parsed(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    return null;
  }
}

/** The consoles that stand in rooms, by the room's id. Several servers may each hold a line to the same one. */
export class ConsoleBridge {
  private readonly lines = new Map<string, Line>();

  constructor(places: ReadonlyMap<string, ConsolePlace>) {
    for (const [roomId, { host, port }] of places) this.lines.set(roomId, new Line(host, port));
  }

  /** Every room that has a console, with its line. */
  entries(): Iterable<readonly [roomId: string, line: Line]> {
    return this.lines;
  }

  lineOf(roomId: string): Line | null {
    return this.lines.get(roomId) ?? null;
  }
}
