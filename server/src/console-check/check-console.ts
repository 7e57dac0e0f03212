import type { ConsoleHello, ConsoleStatus, ToConsole } from '@tidy-quill/contract/console';
import { defined } from '@tidy-quill/core/units';
import stringify from 'safe-stable-stringify';
import { Talk, type Heard } from './talk';

/** One thing that a console has to do, and whether it did. */
export interface Finding {
  readonly name: string;
  readonly ok: boolean;
  /** What was seen, where it did not; why it was not tried, where it was not. */
  readonly detail: string;
}

/** What is waited for, ms; a test takes less of it. */
export interface Patience {
  readonly answerMs: number;
  /** How long the beat is listened to. */
  readonly beatMs: number;
}

const PATIENCE: Patience = { answerMs: 3000, beatMs: 5500 };

// A status a second, and a little for the network.
const LATEST_MS = 1500;
const CHANGE_MS = 500;
const CLOCK_MS = 5000;

const frame = (order: ToConsole) => `${JSON.stringify(order)}\n`;
const statuses = (heard: readonly Heard[]) => heard.flatMap(({ status }) => status ?? []);

/**
 * Holds a console to the protocol of `contract/src/console.ts`. Nothing that is sent may make a console less safe: standby, and
 * what no console understands; a stand-in, which says that it is one, is also switched on and made ready to see it obey.
 */
export async function checkConsole(
  host: string,
  port: number,
  patience: Patience = PATIENCE,
): Promise<readonly Finding[]> {
  const talk = await Talk.to(host, port, patience.answerMs);
  if (talk === null) {
    return [finding('answers on its port', false, `nothing answers at ${host}:${port}`)];
  }
  const found: Finding[] = [finding('answers on its port', true)];
  try {
    const first = await talk.until((heard) => heard[0], patience.answerMs);
    const hello = first?.hello ?? null;
    found.push(
      finding('greets first, by protocol 1', hello !== null, `its first line was ${shown(first)}`),
    );
    const status = await talk.until((heard) => statuses(heard)[0], patience.answerMs);
    found.push(finding('tells its status at once', status !== null, 'no status came'));
    if (hello === null || status === null) return found;
    await talk.listen(patience.beatMs);
    found.push(...beat(talk.heard), ...(await second(host, port, talk, patience, hello)));
    found.push(...(await nonsense(talk, patience)));
    found.push(...(await standby(talk, patience, hello)));
    found.push(wellFormed(talk.heard), counts(talk.heard));
    return found;
  } finally {
    talk.close();
  }
}

const finding = (name: string, ok: boolean, detail = ''): Finding => ({
  ...{ name, ok },
  detail: ok ? '' : detail,
});

const shown = (heard: Heard | null) => (heard === null ? 'none' : heard.line.slice(0, 120));

function wellFormed(heard: readonly Heard[]): Finding {
  const bad = heard.find(({ problem }) => problem !== null);
  return finding(
    'says nothing but lines of the protocol: one JSON object each, UTF-8',
    bad === undefined,
    bad === undefined ? '' : `${shown(bad)}: ${bad.problem ?? ''}`,
  );
}

function beat(heard: readonly Heard[]): readonly Finding[] {
  const told = heard.filter(({ status }) => status !== null);
  const gaps = told.slice(1).map(({ atMs }, index) => atMs - defined(told[index]).atMs);
  const longest = Math.max(0, ...gaps);
  const clocks = told.map(({ status, atMs }) => ({
    said: Date.parse(defined(status).at),
    atMs,
  }));
  const wrong = clocks.find(({ said, atMs }) => Math.abs(said - atMs) > CLOCK_MS);
  const back = clocks.some(
    ({ said }, index) => index > 0 && said < defined(clocks[index - 1]).said,
  );
  return [
    finding(
      'tells its status once a second',
      gaps.length > 0 && longest <= LATEST_MS,
      gaps.length === 0 ? 'only one status came' : `${longest} ms passed between two`,
    ),
    finding(
      'has the right time, which never runs back',
      wrong === undefined && !back,
      back
        ? 'a status was older than the one before'
        : `its clock is ${wrong === undefined ? 0 : Math.round((wrong.said - wrong.atMs) / 1000)} s off`,
    ),
  ];
}

function counts(heard: readonly Heard[]): Finding {
  const told = statuses(heard);
  const fell = told.findIndex(
    (each, index) => index > 0 && each.pulses < defined(told[index - 1]).pulses,
  );
  const more = told.find(({ pulses, pulsesSinceOn }) => pulsesSinceOn > pulses);
  return finding(
    'counts pulses upwards, never more since it was switched on than in all',
    fell < 0 && more === undefined,
    fell >= 0
      ? `the counter fell from ${defined(told[fell - 1]).pulses} to ${defined(told[fell]).pulses}`
      : `${more?.pulsesSinceOn ?? 0} since on, ${more?.pulses ?? 0} in all`,
  );
}

/** Several servers may each hold a line to one console. */
async function second(
  host: string,
  port: number,
  talk: Talk,
  { answerMs }: Patience,
  hello: ConsoleHello,
): Promise<readonly Finding[]> {
  const other = await Talk.to(host, port, answerMs);
  const greeted = (await other?.until((heard) => heard[0]?.hello ?? undefined, answerMs)) ?? null;
  const told = (await other?.until((heard) => statuses(heard)[0], answerMs)) ?? null;
  other?.close();
  const place = talk.heard.length;
  const goesOn = await talk.until((heard) => statuses(heard)[0], answerMs, place);
  return [
    finding(
      'serves several lines at once, each greeted',
      greeted?.serial === hello.serial && told !== null && goesOn !== null,
      goesOn === null
        ? 'the first line fell silent when a second one closed'
        : 'a second line was not greeted with the same serial and a status',
    ),
  ];
}

/** What nobody understands is passed over: nothing moves, and the line stays. */
async function nonsense(talk: Talk, { answerMs }: Patience): Promise<readonly Finding[]> {
  const before = defined(statuses(talk.heard).at(-1));
  const place = talk.heard.length;
  for (const line of ['no JSON at all', '{}', '[1, 2', '{"type":"nothingThatIs"}', '']) {
    talk.say(`${line}\n`);
  }
  const after = await talk.until((heard) => statuses(heard).at(-1), answerMs, place);
  const same = after !== null && stringify(unmoved(after)) === stringify(unmoved(before));
  return [
    finding(
      'passes over what it does not understand',
      talk.isOpen && same,
      after === null || !talk.isOpen
        ? 'the line ended, or fell silent'
        : 'its state, setting or counter moved',
    ),
  ];
}

const unmoved = ({ state, setting, pulses, interlock, emergencyStop }: ConsoleStatus) => ({
  ...{ state, setting, pulses, interlock, emergencyStop },
});

async function standby(
  talk: Talk,
  patience: Patience,
  { simulated }: ConsoleHello,
): Promise<readonly Finding[]> {
  const { answerMs } = patience;
  if (simulated) {
    talk.say(frame({ type: 'power', on: true }));
    talk.say(frame({ type: 'ready' }));
    const ready = await talk.until(
      (heard) => statuses(heard).findLast(({ state }) => state === 'ready'),
      answerMs,
      talk.heard.length,
    );
    if (ready === null) {
      return [
        finding('goes to standby when told', false, 'the stand-in did not become ready first'),
      ];
    }
  }
  const before = defined(statuses(talk.heard).at(-1));
  const place = talk.heard.length;
  const saidMs = Date.now();
  // In two parts, as a network may deliver it.
  const order = frame({ type: 'standby' });
  talk.say(order.slice(0, 9));
  await talk.listen(30);
  talk.say(order.slice(9));
  const obeyed = await talk.until(
    (heard) => heard.find(({ status }) => status !== null && status.state !== 'ready'),
    answerMs,
    place,
  );
  const inMs = obeyed === null ? null : obeyed.atMs - saidMs;
  if (simulated) {
    // Left as it was found.
    talk.say(frame({ type: 'power', on: false }));
    await talk.until(
      (heard) => statuses(heard).find(({ state }) => state === 'off'),
      answerMs,
      place,
    );
  }
  return [
    finding(
      'goes to standby when told, the order in one piece or two',
      obeyed !== null,
      'it stayed ready',
    ),
    before.state === 'ready'
      ? finding(
          'tells of a change at once',
          inMs !== null && inMs <= CHANGE_MS,
          inMs === null ? 'it told of none' : `it took ${inMs} ms`,
        )
      : {
          ...{ name: 'tells of a change at once', ok: true },
          detail: 'not tried: it was not ready. Make it ready by hand, beam stopped, and run again',
        },
  ];
}
