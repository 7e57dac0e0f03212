import { TEST_SPOT_MONTHS, wholeSessions } from '@tidy-quill/core/plan';
import { defined, addMonths } from '@tidy-quill/core/units';
import { useState } from 'react';
import { Button } from 'antd';
import { useSignedIn } from '../../app/clinic-context';
import {
  ADVERSE_WORDS,
  dayText,
  figure,
  fluenceText,
  fromToday,
  LATER_WORDS,
  momentText,
  READING_WORDS,
  sentence,
  STEP_WORDS,
  TEST_SPOT_WORDS,
} from '../../text';
import { spotAnswer } from '@tidy-quill/core/spot';
import { Notice } from '../../widgets/Notice';
import { useNow } from '../../widgets/use-now';
import { useVisit } from '../visit/use-visit';
import { useSpotStart } from './use-spot-start';
import type { Spots } from './use-spots';
import { lazily } from '../../widgets/lazily';

const SupervisorWord = lazily(async () => (await import('../visit/SupervisorWord')).SupervisorWord);

/** What the spots come to: why they are asked for, what they allow and until when, or what stops. */
export function SpotResult({ spots }: { spots: Spots }) {
  switch (spots.verdict.state) {
    case 'none':
      return <WhyAtAll spots={spots} />;
    case 'waiting':
      return <Waiting spots={spots} />;
    case 'use':
      return spots.askedAgain ? <WhyAtAll spots={spots} /> : <Allows spots={spots} />;
    case 'stop':
      return <Stops spots={spots} />;
  }
}

const listed = (words: readonly string[]) => words.join(', ');

function WhyAtAll({ spots }: { spots: Spots }) {
  const { record, history, today } = useVisit('record', 'history', 'today');
  const [asking, setAsking] = useState(false);
  const last = history.at(-1);
  if (record.waived !== null) {
    return (
      <Notice kind="care" title="Left out with a supervisor’s approval">
        <p>{record.waived.reason}</p>
      </Notice>
    );
  }
  if (spots.needed.length === 0) {
    const until = last === undefined ? null : addMonths(last.on, TEST_SPOT_MONTHS);
    return (
      <Notice kind="info" title="No new test spot is asked for">
        <p>
          {last === undefined || until === null
            ? ''
            : `${last.test === true ? 'Tested' : 'Treated'} here with this handpiece ${dayText(last.on)}, ${fromToday(last.on, today)}; that holds until ${dayText(until)}.`}{' '}
          One may be fired all the same.
        </p>
      </Notice>
    );
  }
  return (
    <Notice kind="care" title="A test spot comes first">
      <p>Because of: {listed(spots.needed.map((reason) => TEST_SPOT_WORDS[reason]))}.</p>
      <p>
        Fire up the ladder, on places that count but do not show. Read each at once and at 5–15
        minutes
        {spots.later.length > 0
          ? `, and again at 24–48 hours: ${listed(spots.later.map((reason) => LATER_WORDS[reason]))}`
          : ''}
        .
      </p>
      <Button size="small" onClick={() => setAsking(true)}>
        A supervisor leaves it out…
      </Button>
      {asking ? <SupervisorWord about="testSpot" onClose={() => setAsking(false)} /> : null}
    </Notice>
  );
}

function Waiting({ spots }: { spots: Spots }) {
  const now = useNow();
  const { timeZone } = useSignedIn().clinic;
  if (spots.verdict.state !== 'waiting') return null;
  const { kind, from, until, spotId } = spots.verdict.next;
  return (
    <Notice kind="info" title={`Next: spot ${spots.numberOf(spotId)}, ${READING_WORDS[kind]}`}>
      {kind === 'later' ? (
        <p>
          {now < Date.parse(from)
            ? `Nothing more to read before ${momentText(from, timeZone)}; best until `
            : 'Read them now; best until '}
          {momentText(until, timeZone)}. Why:{' '}
          {listed(spots.later.map((reason) => LATER_WORDS[reason]))}. It stands on Today until then;
          the client may go home.
        </p>
      ) : (
        <p>The clock runs from each spot, here and on any other tablet.</p>
      )}
    </Notice>
  );
}

function Allows({ spots }: { spots: Spots }) {
  const { today, record } = useVisit('today', 'record');
  const start = useSpotStart(spots);
  if (spots.verdict.state !== 'use') return null;
  const { spot, advice, wantedJcm2 } = spots.verdict;
  const { fluenceJcm2 } = spot.setting;
  const until = addMonths(today, TEST_SPOT_MONTHS);
  const other = defined(record.plan).setting.handpieceId !== spot.setting.handpieceId;
  return (
    <Notice kind="info" title={`The spots allow ${start === null ? '…' : figure(start, 2)} J/cm²`}>
      <p>
        Spot {spots.numberOf(spot.id)} decides: {STEP_WORDS[advice.because]}.{' '}
        <span className="figures">
          {figure(fluenceJcm2, 2)} × {advice.factor} = {figure(wantedJcm2, 2)}
          {start === null
            ? ''
            : `, within the limits, at most 0.85 of the highest allowed, and on the console’s step ${figure(start, 2)}`}
        </span>
        .
      </p>
      <p>
        Holds for this area with {spots.handpiece?.name ?? 'this handpiece'} until {dayText(until)}.
        A new one is asked for with another handpiece or wavelength, a tan, a new medicine, a gap of
        six months or a reaction.
      </p>
      {other ? <p>The plan now is for another handpiece: test that one too.</p> : null}
    </Notice>
  );
}

function Stops({ spots }: { spots: Spots }) {
  if (spots.verdict.state !== 'stop') return null;
  const { spot, advice, wantedJcm2 } = spots.verdict;
  const { adverse, painMax } = spotAnswer(spot);
  const seen =
    adverse.length > 0 ? listed(adverse.map((mark) => ADVERSE_WORDS[mark])) : `pain ${painMax}`;
  const treatedBefore = wholeSessions(spots.plan.subject.history).length > 0;
  return (
    <Notice kind="stop" title={`Stop: ${seen} at ${fluenceText(spot.setting)}`}>
      <p>
        Standby, cool, grade and photograph it. {sentence(STEP_WORDS[advice.because])}: not above{' '}
        <span className="figures">
          {figure(spot.setting.fluenceJcm2, 2)} × {advice.factor} = {figure(wantedJcm2, 2)} J/cm²
        </span>{' '}
        next time, with a new test spot
        {advice.supervisor ? ' and the supervisor’s approval' : ''}.
      </p>
      <p>
        Nothing more is fired here today.{treatedBefore ? ' It goes on this zone’s history.' : ''}
      </p>
    </Notice>
  );
}
