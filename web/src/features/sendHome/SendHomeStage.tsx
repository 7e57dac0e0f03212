import {
  hairAftercare,
  mergedAdvice,
  nextVisit,
  visitAfterTest,
  type Advice,
  type NextVisit,
} from '@tidy-quill/core/course';
import { wholeSessions } from '@tidy-quill/core/plan';
import { answerOf, isTestVisit } from '@tidy-quill/core/record';
import { spotAnswer } from '@tidy-quill/core/spot';
import { PrinterOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useSendHomeMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { newEvent } from '../../app/courier';
import {
  ADVICE_WORDS,
  areaText,
  clockText,
  dayText,
  figure,
  fromToday,
  momentOf,
  spotText,
} from '../../text';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit, type OpenVisit, type OpenZone } from '../visit/use-visit';

const BECAUSE: Readonly<Record<NextVisit['because'], string>> = {
  siteInterval: 'the usual interval here, when new hair has just shown',
  regrowthSlowing: 'the usual interval and two weeks more, as regrowth slows',
  waitsForHealing: 'the skin has to heal first',
  testIsRead: 'when the test spots have been read',
};

/** One zone that something was fired on, and what follows from it. */
interface Treated {
  readonly zone: OpenZone;
  readonly advice: readonly Advice[];
  readonly next: NextVisit;
}

/** The zones that were treated or tested today, each with its aftercare and its next visit. */
function treatedZones({ zones, before, today }: OpenVisit): readonly Treated[] {
  return zones.flatMap((zone): Treated[] => {
    const { record, area } = zone;
    const tested = isTestVisit(record);
    if (record.run.startedAt === null && !tested) return [];
    const { site } = area;
    const treatedOn = record.plan?.plannedOn ?? today;
    const spotsHarmed = record.spots.some((spot) => spotAnswer(spot).adverse.length > 0);
    const adverse = answerOf(record).adverse.length > 0 || spotsHarmed;
    const visitNumber = wholeSessions(before[area.id]?.history ?? []).length + 1;
    return [
      {
        zone,
        advice: hairAftercare({ site, treatedOn, adverse }),
        next: tested
          ? visitAfterTest({ testedOn: treatedOn, adverse })
          : nextVisit({ site, treatedOn, visitNumber, adverse }),
      },
    ];
  });
}

/** What the client takes home, with dates worked out, and the next visit. */
export function SendHomeStage() {
  const opened = useOpenVisit();
  const { record, visit, zones, today } = opened;
  const { clinic } = useSignedIn();
  const [ids] = useState(() => ({ event: v7(), visit: v7() }));
  const [sendHome, { isLoading, error }] = useSendHomeMutation();
  const treated = treatedZones(opened);
  const latest = treated
    .map(({ next }) => next)
    .reduce((best, each) => (each.on > best.on ? each : best), treated[0]!.next);
  const advice = record.sentHome?.advice ?? mergedAdvice(treated.map((each) => each.advice));
  const [chosen, setChosen] = useState(record.sentHome?.nextVisitOn ?? latest.on);
  const sent = record.sentHome !== null;
  const clock = clockText(visit.startsAt, clinic.timeZone);
  const open = zones.filter(
    (zone) => zone.record.watched === null && !isTestVisit(zone.record) && !sent,
  );

  const send = async () => {
    const body = { kind: 'sentHome', advice, nextVisitOn: chosen, note: '' } as const;
    const event = newEvent({ ...body, advice: [...advice] });
    await sendHome({
      visitId: visit.id,
      event: { ...event, id: ids.event },
      nextVisit: {
        id: ids.visit,
        startsAt: momentOf(chosen, clock, clinic.timeZone),
        roomId: visit.roomId,
      },
    });
  };
  return (
    <>
      <div className="stage send-home">
        <Leaflet treated={treated} advice={advice} nextOn={chosen} />
        <section className="no-print">
          <h2>Next visit</h2>
          <Field label="Day" problem={chosen === '' ? 'is missing' : undefined}>
            {(field) => (
              <DayInput
                {...field}
                min={today}
                value={chosen}
                disabled={sent}
                onChange={setChosen}
              />
            )}
          </Field>
          <p>{chosen === '' ? '' : `${dayText(chosen)}, ${fromToday(chosen, today)}, ${clock}.`}</p>
          <ul className="next-by-zone small">
            {treated.map(({ zone, next }) => (
              <li key={zone.area.id}>
                {zones.length > 1 ? `${areaText(zone.area)}: ` : ''}
                {next.weeks === 0 ? dayText(next.on) : `${next.weeks} weeks`},{' '}
                {BECAUSE[next.because]}.
              </li>
            ))}
          </ul>
          {chosen !== '' && chosen < latest.on ? (
            <p className="small">Sooner than that treats little new hair, or skin not yet read.</p>
          ) : null}
          <Button icon={<PrinterOutlined />} onClick={() => globalThis.print()}>
            Print for the client
          </Button>
        </section>
      </div>
      {error === undefined ? null : (
        <Notice kind="stop" title="Not recorded yet">
          <p>{problemText(error)}</p>
        </Notice>
      )}
      {sent ? (
        <footer className="stage-end stage-foot no-print">
          <div className="stage-foot-text">
            Sent home; the next visit is booked for {dayText(record.sentHome!.nextVisitOn)}.{' '}
            <Link to={`/clients/${visit.clientId}`}>Open the client</Link> ·{' '}
            <Link to="/">Go to Today</Link>
          </div>
        </footer>
      ) : (
        <StageFoot
          action="Send home, book next visit"
          busy={isLoading}
          disabled={chosen === '' || open.length > 0}
          onAction={() => void send()}
        >
          {open.length === 0
            ? 'Go through it with the client; give it printed.'
            : `Still open: ${open.map((zone) => areaText(zone.area)).join(', ')}. Watch it, or leave it out.`}
        </StageFoot>
      )}
    </>
  );
}

function Leaflet({
  treated,
  advice,
  nextOn,
}: {
  treated: readonly Treated[];
  advice: readonly Advice[];
  nextOn: string;
}) {
  const { client, today } = useOpenVisit();
  const { clinic } = useSignedIn();
  const onlyTested = treated.every(({ zone }) => isTestVisit(zone.record));
  return (
    <article className="leaflet">
      <h2>{onlyTested ? 'After your test spots' : 'After your laser hair removal'}</h2>
      <p>
        {client.givenName} {client.familyName},{' '}
        {dayText(treated[0]?.zone.record.plan?.plannedOn ?? today)}.
      </p>
      {treated.map(({ zone }) => (
        <p key={zone.area.id}>
          {areaText(zone.area)}: {firedText(zone)}.
        </p>
      ))}
      <ul>
        {advice.map(({ code, until }) => (
          <li key={code} className={code === 'emergency' ? 'is-emergency' : undefined}>
            {ADVICE_WORDS[code]}
            {until === null ? null : <strong className="until"> Until {dayText(until)}.</strong>}
          </li>
        ))}
      </ul>
      <p>
        <strong>
          Call us: {clinic.phone}. Emergency: {clinic.emergencyPhone}.
        </strong>
      </p>
      {nextOn === '' ? null : <p>Next visit: {dayText(nextOn)}.</p>}
    </article>
  );
}

function firedText({ record: { run, spots } }: OpenZone): string {
  const tests = spots.length === 1 ? '1 test spot' : `${spots.length} test spots`;
  if (run.setting === null || run.startedAt === null) return tests;
  const session = `${figure(run.pulses, 0)} pulses at ${figure(run.setting.fluenceJcm2)} J/cm², ${spotText(run.setting.spot)}`;
  return spots.length === 0 ? session : `${tests}, then ${session}`;
}
