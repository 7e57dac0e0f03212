import { AVOIDED, PLACES, type Place } from '@tidy-quill/core/look';
import { dialledJcm2 } from '@tidy-quill/core/plan';
import { preparation } from '@tidy-quill/core/session';
import { defined, energyJ } from '@tidy-quill/core/units';
import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  AVOIDED_ONE_WORDS,
  AVOIDED_WORDS,
  figure,
  fluenceText,
  PLACE_WORDS,
  pulsesText,
  pulseText,
  spotText,
} from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useVisit } from '../visit/use-visit';
import { PlaceGrid } from '../zones/PlaceGrid';
import { RungLessons } from './RungLessons';
import type { Spots } from './use-spots';

const RUNG_KEYS = ['1', '2', '3', '4', '5'] as const;
const PULSES = { least: 1, usual: 3, most: 5 } as const;

/** Chooses a rung of the ladder and a place, and notes the spot once it was fired. */
export function FireSpot({ spots }: { spots: Spots }) {
  const { record, add, pathOf } = useVisit('record', 'add', 'pathOf');
  const { rungs, plan, handpiece, all } = spots;
  const [chosen, setChosen] = useState<{ rung?: number; place?: Place }>({});
  // Ink that may darken gets one pulse at one place, and nothing else before that was seen again.
  const most = spots.mayDarken ? PULSES.least : PULSES.most;
  const [wanted, setPulses] = useState<number>(PULSES.usual);
  const pulses = Math.min(wanted, most);
  const fired = new Set(all.map(({ setting }) => setting.fluenceJcm2));
  const rung = chosen.rung ?? rungs.find((each) => !fired.has(each)) ?? rungs.at(-1);
  const avoided = record.findings?.zone?.marked ?? [];
  const isFree = (place: Place) =>
    spots.at(place).length === 0 && avoided.every((mark) => mark.place !== place);
  const place = chosen.place ?? PLACES.find(isFree) ?? 'middle';
  const covered = avoided.filter((mark) => mark.place === place);
  const last = all.at(-1);
  const gone = record.sentHome !== null || record.run.startedAt !== null;
  const tested = spots.mayDarken && all.length > 0;
  const unready = !preparation(record).readyToFire;
  const shut = gone || tested || unready || spots.verdict.state === 'stop';
  if (rung === undefined) return null;
  const setting = { ...plan.setting, fluenceJcm2: rung };
  const note = async () => {
    await add({ kind: 'spotFired', place, setting, pulses, note: '' });
    setChosen({});
  };
  return (
    <section className="fire-spot">
      {gone ? null : (
        <>
          <h2>Ladder, J/cm²</h2>
          <div className="rungs" role="group" aria-label="Steps of the ladder">
            {rungs.map((each, index) => (
              <KeyButton
                key={each}
                letter={defined(RUNG_KEYS[index])}
                pressed={each === rung}
                disabled={shut}
                onPress={() => setChosen({ ...chosen, rung: each })}
              >
                {figure(each, 2)}
                {setting.output === undefined ? null : (
                  <span className="small">
                    {' '}
                    console {figure(dialledJcm2({ ...setting, fluenceJcm2: each }), 2)}
                  </span>
                )}
                {fired.has(each) ? <span className="small"> fired</span> : null}
              </KeyButton>
            ))}
          </div>
          <p className="small">
            From the plan: {handpiece?.name ?? 'handpiece'}, {pulseText(plan.setting.pulseMs)},{' '}
            {spotText(plan.setting.spot)}; {figure(energyJ(rung, plan.setting.spot), 2)} J a pulse
            at {fluenceText(setting)}. Not above {figure(plan.upperJcm2)} J/cm².
          </p>
          <RungLessons setting={setting} rungs={rungs} />
        </>
      )}
      <h2>Place on the zone, as it faces you</h2>
      <PlaceGrid
        label="Places on the zone"
        chosen={gone ? null : place}
        onPress={(next) => setChosen({ ...chosen, place: next })}
      >
        {(each) => (
          <>
            {spots.at(each).map((spot) => (
              <span key={spot.id} className="spot-mark">
                {spots.numberOf(spot.id)}
              </span>
            ))}
            {AVOIDED.filter((what) =>
              avoided.some((mark) => mark.place === each && mark.what === what),
            ).map((what) => (
              <span key={what} className="avoid-mark">
                {AVOIDED_WORDS[what]}
              </span>
            ))}
          </>
        )}
      </PlaceGrid>
      {unready && !gone ? (
        <p className="field-error">
          Complete Prepare first: eyewear, door, skin and the console’s settings come before the
          first pulse. <Link to={pathOf('prepare')}>Go to Prepare</Link>
        </p>
      ) : null}
      {spots.mayDarken ? (
        <p className="field-error">
          This ink may turn dark at once: one test spot of one pulse, seen again after four weeks,
          before anything else.
        </p>
      ) : null}
      {covered.length > 0 ? (
        <p className="field-error">
          There is {AVOIDED_ONE_WORDS[defined(covered[0]).what]} here: keep clear of it, under white
          cover.
        </p>
      ) : null}
      {gone ? null : (
        <>
          <div className="spot-note">
            <div className="stepper-row" role="group" aria-label="Pulses">
              <KeyButton
                letter="-"
                small
                disabled={shut || pulses <= PULSES.least}
                onPress={() => setPulses(pulses - 1)}
              >
                −
              </KeyButton>
              <strong className="figures">{pulsesText(pulses)}</strong>
              <KeyButton
                letter="+"
                small
                disabled={shut || pulses >= most}
                onPress={() => setPulses(pulses + 1)}
              >
                +
              </KeyButton>
            </div>
            <KeyButton letter="f" disabled={shut} onPress={() => void note()}>
              Fired {fluenceText(setting)}, {PLACE_WORDS[place]}
            </KeyButton>
          </div>
        </>
      )}
      {last !== undefined && last.readings.length === 0 && !shut ? (
        <Button
          className="take-back"
          onClick={() => void add({ kind: 'undone', eventId: last.id })}
        >
          Take back spot {spots.numberOf(last.id)}
        </Button>
      ) : null}
    </section>
  );
}
