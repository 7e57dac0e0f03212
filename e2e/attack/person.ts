/** What came back: the status, and the text of the body. */
export interface Answer {
  readonly status: number;
  readonly text: string;
}

/** Somebody who sends whatever they like. */
export interface Person {
  readonly ask: (
    method: string,
    path: string,
    body?: string | Uint8Array,
    headers?: object,
  ) => Promise<Answer>;
}

const PASSWORD = 'quill and candle';

/** Nobody, or one of the demo’s staff. A server that is down answers 0. */
export async function personAt(url: string, name?: string): Promise<Person> {
  let cookie = '';
  const ask: Person['ask'] = async (method, path, body, headers = {}) => {
    try {
      const response = await fetch(`${url}${path}`, {
        method,
        redirect: 'manual',
        headers: { 'content-type': 'application/json', origin: url, cookie, ...headers },
        ...(body === undefined || method === 'GET' ? {} : { body: body as string }),
      });
      return { status: response.status, text: await response.text() };
    } catch {
      return { status: 0, text: '' };
    }
  };
  if (name !== undefined) {
    const response = await fetch(`${url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: url },
      body: JSON.stringify({ name, password: PASSWORD }),
    });
    // The session is kept by the time that the whole of the answer is there, not its head.
    const text = await response.text();
    if (!response.ok) throw new Error(`${name}: ${response.status} ${text}`);
    cookie = response.headers
      .getSetCookie()
      .map((each) => each.split(';')[0])
      .join('; ');
  }
  return { ask };
}

/** Random numbers that come again with the same seed (mulberry32). */
export function numbersFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}
