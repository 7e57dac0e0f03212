import { FromConsole, type ConsoleHello, type ConsoleStatus } from '@tidy-quill/contract/console';
import { read } from '@tidy-quill/contract/problem';
import { connect, type Socket } from 'node:net';

/** A whole line that a console said, with when it came, ms, and what is wrong with it. */
export interface Heard {
  readonly atMs: number;
  readonly line: string;
  readonly hello: ConsoleHello | null;
  readonly status: ConsoleStatus | null;
  readonly problem: string | null;
}

/** A line to a console, as the check holds it: everything heard is kept. */
export class Talk {
  readonly heard: Heard[] = [];
  private rest = Buffer.alloc(0);
  private ended = false;
  private readonly waiting = new Set<() => void>();

  private constructor(private readonly socket: Socket) {
    socket.on('data', (bytes: Buffer) => this.take(bytes));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.ended = true;
      this.wake();
    });
  }

  /** Connects; null where nothing answers within `ms`. */
  static async to(host: string, port: number, ms: number): Promise<Talk | null> {
    const socket = connect(port, host);
    return new Promise((resolve) => {
      const late = setTimeout(() => {
        socket.destroy();
        resolve(null);
      }, ms);
      socket.once('error', () => {
        clearTimeout(late);
        resolve(null);
      });
      socket.once('connect', () => {
        clearTimeout(late);
        resolve(new Talk(socket));
      });
    });
  }

  get isOpen(): boolean {
    return !this.ended;
  }

  say(text: string): void {
    this.socket.write(text);
  }

  /** Ends the line once all that was said is on its way. */
  close(): void {
    this.socket.destroySoon();
  }

  /** What is found among all that was heard from a place on; null where it does not come within `ms`. */
  async until<T>(
    find: (heard: readonly Heard[]) => T | undefined,
    ms: number,
    from = 0,
  ): Promise<T | null> {
    const endMs = Date.now() + ms;
    for (;;) {
      const found = find(this.heard.slice(from));
      if (found !== undefined) return found;
      const leftMs = endMs - Date.now();
      if (leftMs <= 0 || this.ended) return null;
      await this.next(leftMs);
    }
  }

  /** Listens for `ms`, or until the line ends. */
  async listen(ms: number): Promise<void> {
    await this.until(() => undefined, ms);
  }

  private next(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const wake = () => {
        clearTimeout(late);
        this.waiting.delete(wake);
        resolve();
      };
      const late = setTimeout(wake, ms);
      this.waiting.add(wake);
    });
  }

  private wake(): void {
    for (const each of [...this.waiting]) each();
  }

  private take(bytes: Buffer): void {
    this.rest = Buffer.concat([this.rest, bytes]);
    for (let end = this.rest.indexOf(10); end >= 0; end = this.rest.indexOf(10)) {
      this.heard.push(understood(this.rest.subarray(0, end)));
      this.rest = this.rest.subarray(end + 1);
    }
    this.wake();
  }
}

function understood(bytes: Buffer): Heard {
  const base = { atMs: Date.now(), line: bytes.toString('utf8'), hello: null, status: null };
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return { ...base, problem: 'is not UTF-8' };
  }
  let said: unknown;
  try {
    said = JSON.parse(base.line);
  } catch {
    return { ...base, problem: 'is not JSON' };
  }
  const known = read(FromConsole, said);
  if (!known.ok) {
    const why = known.fields.map(({ field, problem }) => `${field} ${problem}`).join('; ');
    return { ...base, problem: why };
  }
  const { value } = known;
  return {
    ...base,
    hello: value.type === 'hello' ? value : null,
    status: value.type === 'status' ? value : null,
    problem: null,
  };
}
