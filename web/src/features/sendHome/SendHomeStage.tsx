import { hairAftercare, nextVisit, type NextVisit } from '@tidy-quill/core/course';
import { answerOf } from '@tidy-quill/core/record';
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
import { useOpenVisit } from '../visit/use-visit';

const BECAUSE: Readonly<Record<NextVisit['because'], string>> = {
  siteInterval: 'the usual interval here, when new hair has just shown',
  regrowthSlowing: 'the usual interval and two weeks more, as regrowth slows',
  waitsForHealing: 'the skin has to heal first',
};

/** What the client takes home, with dates worked out, and the next visit. */
export function SendHomeStage() {
  const opened = useOpenVisit();
  const { record, visit, area, history, today } = opened;
  const { clinic } = useSignedIn();
  const [ids] = useState(() => ({ event: v7(), visit: v7() }));
  const [sendHome, { isLoading, error }] = useSendHomeMutation();
  const { site } = area;
  const treatedOn = record.plan?.plannedOn ?? today;
  const adverse = answerOf(record).adverse.length > 0;
  const next = nextVisit({ site, treatedOn, visitNumber: history.length + 1, adverse });
  const advice = record.sentHome?.advice ?? hairAftercare({ site, treatedOn, adverse });
  const [chosen, setChosen] = useState(record.sentHome?.nextVisitOn ?? next.on);
  const sent = record.sentHome !== null;
  const clock = clockText(visit.startsAt, clinic.timeZone);

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
        <Leaflet advice={advice} nextOn={chosen} />
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
          <p className="small">
            {next.weeks} weeks: {BECAUSE[next.because]}.
            {chosen !== '' && chosen < next.on ? ' Sooner than that treats little new hair.' : ''}
          </p>
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
          disabled={chosen === ''}
          onAction={() => void send()}
        >
          Go through it with the client; give it printed.
        </StageFoot>
      )}
    </>
  );
}

function Leaflet({ advice, nextOn }: { advice: ReturnType<typeof hairAftercare>; nextOn: string }) {
  const { client, area, record, today } = useOpenVisit();
  const { clinic } = useSignedIn();
  const { setting, pulses } = record.run;
  return (
    <article className="leaflet">
      <h2>After your laser hair removal</h2>
      <p>
        {client.givenName} {client.familyName}, {areaText(area)},{' '}
        {dayText(record.plan?.plannedOn ?? today)}
        {setting === null
          ? ''
          : `: ${figure(pulses, 0)} pulses at ${figure(setting.fluenceJcm2)} J/cm², ${spotText(setting.spot)}`}
        .
      </p>
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
