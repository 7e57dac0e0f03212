import type { ConsoleLive } from '@tidy-quill/contract/console';
import type { LiveAsk, LiveTold } from '@tidy-quill/contract/live';
import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import ReconnectingWebSocket from 'partysocket/ws';
import { lines, type LineUp } from './open-lines';

/** What a page does with what comes down its line. */
interface Heard {
  readonly console: (live: ConsoleLive) => void;
  readonly kept: (after: number) => void;
  /** The server cannot be reached for now. */
  readonly lost: () => void;
}

// A press that is not answered within this goes as a request.
const ANSWER_MS = 4000;

/**
 * Opens the live line of a visit, again and again while it cannot be reached; gives how to close it. While it is open,
 * presses go up it.
 */
export function openLine(visitId: string, heard: Heard): () => void {
  lines.get(visitId)?.close();
  const line = new Line(visitId, heard);
  lines.set(visitId, line);
  return () => {
    line.close();
    if (lines.get(visitId) === line) lines.delete(visitId);
  };
}

class Line implements LineUp {
  private readonly socket: ReconnectingWebSocket;
  private readonly asked = new Map<number, (kept: EventsKept | null) => void>();
  private asks = 0;

  constructor(visitId: string, heard: Heard) {
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const address = `${scheme}://${location.host}/api/visits/${visitId}/live`;
    this.socket = new ReconnectingWebSocket(address, null, {
      minReconnectionDelay: 1000,
      maxReconnectionDelay: 10_000,
      // What could not be sent goes as a request instead.
      maxEnqueuedMessages: 0,
    });
    this.socket.addEventListener('message', ({ data }) => {
      const told = JSON.parse(data as string) as LiveTold;
      if (told.tell === 'console') heard.console(told.live);
      else if (told.tell === 'kept') heard.kept(told.after);
      else this.settle(told.ask, told.kept);
    });
    this.socket.addEventListener('close', () => {
      for (const ask of this.asked.keys()) this.settle(ask, null);
      heard.lost();
    });
    globalThis.addEventListener('offline', this.hang);
    globalThis.addEventListener('online', this.again);
    // A browser may keep a page that was left, and its line with it.
    globalThis.addEventListener('pagehide', this.hang);
    globalThis.addEventListener('pageshow', this.again);
  }

  ask(events: readonly NewEvent[], after: number): Promise<EventsKept | null> {
    if (this.socket.readyState !== WebSocket.OPEN) return Promise.resolve(null);
    const ask = ++this.asks;
    const said: LiveAsk = { ask, events: [...events], after };
    this.socket.send(JSON.stringify(said));
    return new Promise((resolve) => {
      const late = setTimeout(() => {
        this.settle(ask, null);
        // Sent into nothing: the other end may be gone without a word.
        this.socket.reconnect();
      }, ANSWER_MS);
      this.asked.set(ask, (kept) => {
        clearTimeout(late);
        resolve(kept);
      });
    });
  }

  close(): void {
    globalThis.removeEventListener('offline', this.hang);
    globalThis.removeEventListener('online', this.again);
    globalThis.removeEventListener('pagehide', this.hang);
    globalThis.removeEventListener('pageshow', this.again);
    this.socket.close();
  }

  private settle(ask: number, kept: EventsKept | null): void {
    const answered = this.asked.get(ask);
    this.asked.delete(ask);
    answered?.(kept);
  }

  private readonly hang = () => this.socket.close();

  private readonly again = () => {
    if (this.socket.readyState !== WebSocket.OPEN) this.socket.reconnect();
  };
}
