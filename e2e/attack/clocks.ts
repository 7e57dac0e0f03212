import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { zoneRecords, type RunState } from '@tidy-quill/core/session';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { personAt } from './person';

const HOUR_MS = 3_600_000;

/** Two tablets whose clocks are an hour fast and an hour slow, in turn: gives where a stop of one did not hold. */
export async function clocks(url: string, visitId: string): Promise<readonly string[]> {
  const wrong: string[] = [];
  for (const [stopperMs, otherMs] of [
    [-HOUR_MS, HOUR_MS],
    [HOUR_MS, -HOUR_MS],
  ] as const) {
    const [stopper, other] = [await personAt(url, 'idony'), await personAt(url, 'tobiah')];
    const opened = async () =>
      JSON.parse((await stopper.ask('GET', `/api/visits/${visitId}`)).text) as VisitOpened;
    const { area, after } = await opened();
    const press = (offsetMs: number, body: object, seen: number) =>
      JSON.stringify([
        {
          id: v7(),
          at: new Date(Date.now() + offsetMs).toISOString(),
          seen,
          areaId: area.id,
          body,
        },
      ]);
    const address = `/api/visits/${visitId}/events?after=${after}`;
    const state = async (): Promise<RunState> => {
      const { events } = await opened();
      return defined(zoneRecords(events, area.id).get(area.id)).run.state;
    };
    const what = `stopped at ${stopperMs / HOUR_MS} h, pressed at ${otherMs / HOUR_MS} h`;
    await other.ask('POST', address, press(0, { kind: 'resumed' }, after));
    if ((await state()) !== 'running') wrong.push(`${what}: it did not go on`);
    const stop = await stopper.ask('POST', address, press(stopperMs, { kind: 'stopped' }, after));
    const { after: stopped } = JSON.parse(stop.text) as EventsKept;
    if ((await state()) !== 'stopped') wrong.push(`${what}: the stop did not hold`);
    // Pressed before the other tablet had seen the stop.
    await other.ask('POST', address, press(otherMs, { kind: 'resumed' }, after));
    if ((await state()) !== 'stopped') wrong.push(`${what}: it went on unseen`);
    // Its page has learnt from the server by now how far its clock is off.
    await other.ask('POST', address, press(0, { kind: 'resumed' }, stopped));
    if ((await state()) !== 'running') wrong.push(`${what}: it did not go on once it was seen`);
  }
  return wrong;
}
