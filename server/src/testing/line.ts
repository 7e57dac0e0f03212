import type { DeskTold, LiveAsk, LiveTold } from '@tidy-quill/contract/live';
import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import { WebSocket, type ClientOptions } from 'ws';

type Told<K extends LiveTold['tell']> = Extract<LiveTold, { readonly tell: K }>;

/** A page's live line to a visit. */
export interface Line {
  /** What is told next of a kind, whenever that comes. */
  readonly told: <K extends LiveTold['tell']>(tell: K) => Promise<Told<K>>;
  /** Sends presses up; gives the answer. */
  readonly ask: (events: readonly NewEvent[], after?: number) => Promise<EventsKept | null>;
  readonly say: (text: string) => void;
  /** The code it is closed with, whenever that comes. */
  readonly closed: Promise<number>;
  readonly end: () => void;
}

/** Opens the line of a visit as a browser does. Throws with the status where it is refused. */
export async function lineAt(
  url: string,
  visitId: string,
  cookie: string,
  origin = url,
): Promise<Line> {
  const { socket, told, closed } = await open<LiveTold>(
    `${url.replace('http', 'ws')}/api/visits/${visitId}/live`,
    { headers: { cookie }, origin },
  );
  let asks = 0;
  return {
    told,
    ask: async (events, after = 0) => {
      const asked: LiveAsk = { ask: ++asks, events: [...events] as LiveAsk['events'], after };
      socket.send(JSON.stringify(asked));
      const answer = await told('answer');
      if (answer.ask !== asks) throw new Error(`Asked ${asks}, answered ${answer.ask}`);
      return answer.kept;
    },
    say: (text) => socket.send(text),
    closed,
    end: () => socket.close(),
  };
}

/** Opens the line of the desk. */
export async function deskAt(url: string, cookie: string) {
  const { socket, told } = await open<DeskTold>(`${url.replace('http', 'ws')}/api/live`, {
    headers: { cookie },
    origin: url,
  });
  return { told, end: () => socket.close() };
}

async function open<T extends { readonly tell: string }>(address: string, as: ClientOptions) {
  const socket = new WebSocket(address, as);
  const heard: T[] = [];
  let waiting = () => {};
  let code: number | null = null;
  socket.on('message', (data) => {
    heard.push(JSON.parse(String(data)) as T);
    waiting();
  });
  const closed = new Promise<number>((resolve) => {
    socket.on('close', (ended) => {
      code = ended;
      waiting();
      resolve(ended);
    });
  });
  await new Promise<void>((resolve, reject) => {
    socket.once('open', () => resolve());
    socket.once('unexpected-response', (_request, { statusCode }) => {
      reject(new Error(String(statusCode)));
    });
    socket.on('error', reject);
  });
  const told = async <K extends T['tell']>(tell: K): Promise<Extract<T, { readonly tell: K }>> => {
    for (;;) {
      const index = heard.findIndex((each) => each.tell === tell);
      if (index >= 0) return heard.splice(index, 1)[0] as Extract<T, { readonly tell: K }>;
      if (code !== null) throw new Error(`The line ended with ${code}`);
      await new Promise<void>((resolve) => (waiting = resolve));
    }
  };
  return { socket, told, closed };
}
