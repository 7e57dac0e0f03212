import './prepare.css';
import { fittingOf, peopleProtected } from '@tidy-quill/core/eyewear';
import { asShown, beamOf, hazardOf } from '@tidy-quill/core/prepare';
import { hazardText } from '@tidy-quill/contract/labels/eyewear';
import { isSwapping, preparation, spotReasons } from '@tidy-quill/core/session';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { checkText, clockText, dayText } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { ConsoleCard } from '../console/ConsoleCard';
import { Incidents } from '../console/Incidents';
import { DeviceNotice } from '../devices/DeviceNotice';
import { EyewearChoice } from '../eyewear/EyewearChoice';
import { useEyewearQuery } from '../eyewear/eyewear-api';
import { CHECK_KEYS } from './keys';
import { Numbing } from './Numbing';
import { ReadBack } from './ReadBack';

/** In the room, before the first pulse: what this plan asks for, ticked one by one, and the console read back. */
export function PrepareStage() {
  const { record, add, pathOf, client, catalogue } = useVisit(
    'record',
    'add',
    'pathOf',
    'client',
    'catalogue',
  );
  const { clinic } = useSignedIn();
  const { data } = useClinicQuery();
  const navigate = useNavigate();
  const state = preparation(record);
  // Another light in the midst of a session is made ready like the first.
  const locked = record.run.startedAt !== null && !isSwapping(record);
  const name = (id: string) => data?.staff.find((each) => each.id === id)?.name ?? '';
  const { plan } = record;
  const { data: listed = [] } = useEyewearQuery();
  const beam =
    plan === null
      ? null
      : beamOf(
          record.run.setting ?? plan.setting,
          plan.light ?? { wavelengthNm: plan.wavelengthNm },
        );
  const handpiece = catalogue.handpieces.find(
    ({ id }) => id === (record.run.setting ?? plan?.setting)?.handpieceId,
  );
  const hazardM =
    plan === null || handpiece === undefined
      ? null
      : hazardOf(record.run.setting ?? plan.setting, handpiece);
  const fitting =
    beam === null
      ? []
      : fittingOf(
          listed.map(({ eyewear }) => eyewear),
          beam,
        );
  // All that fits is taken as put on until somebody says otherwise; shields only where they belong.
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const withShields = state.checks.some(({ id }) => id === 'eyeShields');
  const usual = fitting.filter(({ kind }) => withShields || kind !== 'shields');
  const worn = chosen ?? usual.map(({ id }) => id);
  const putOn = fitting.filter(({ id }) => worn.includes(id));
  const lacksEyewear =
    listed.length > 0 && !record.ready.has('eyewear') && peopleProtected(putOn) === 0;
  // What firing needs is made ready before the test spots; the rest may wait for the session.
  const toSpot = record.run.startedAt === null && spotReasons(record).length > 0;
  return (
    <>
      <div className="stage prepare">
        <section>
          <h2>
            Checks done{' '}
            <span className="quiet-inline figures">
              {state.checks.length - state.open.length} of {state.checks.length}
            </span>
          </h2>
          <ul className="check-list">
            {state.checks.map((check) => {
              const tick = record.ready.get(check.id);
              return (
                <li key={check.id}>
                  <KeyButton
                    letter={CHECK_KEYS[check.id]}
                    pressed={tick !== undefined}
                    disabled={locked || (check.id === 'eyewear' && lacksEyewear)}
                    onPress={() =>
                      void add({
                        kind: 'checkTicked',
                        check: check.id,
                        done: tick === undefined,
                        ...(check.id === 'eyewear' && tick === undefined && listed.length > 0
                          ? { worn: putOn.map(({ id, name: its }) => ({ id, name: its })) }
                          : {}),
                      })
                    }
                  >
                    {check.id === 'identity'
                      ? `Said by the client: ${client.givenName} ${client.familyName}, born ${dayText(client.birthDate)}`
                      : checkText(check)}
                  </KeyButton>
                  <span className="quiet">
                    {tick === undefined
                      ? ''
                      : `${clockText(tick.at, clinic.timeZone)} ${name(tick.staffId)}`}
                  </span>
                  {check.id !== 'door' || hazardM === null ? null : (
                    <p className="eyewear-worn quiet">
                      Without eyewear a hazard up to {hazardText(hazardM)} at this setting.
                    </p>
                  )}
                  {check.id !== 'eyewear' || beam === null || listed.length === 0 ? null : tick ===
                    undefined ? (
                    <EyewearChoice
                      list={listed}
                      beam={beam}
                      worn={worn}
                      disabled={locked}
                      onWorn={setChosen}
                    />
                  ) : tick.worn === undefined ? null : (
                    <p className="eyewear-worn quiet">
                      Put on: {tick.worn.map(({ name: its }) => its).join('; ')}.
                    </p>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
        <div>
          {plan === null ? null : <DeviceNotice setting={record.run.setting ?? plan.setting} />}
          {plan === null ? null : (
            <ReadBack
              planned={asShown(record.run.setting ?? plan.setting, plan.wavelengthNm)}
              differing={state.mismatches}
            />
          )}
          <ConsoleCard />
          <Incidents />
          <Numbing />
        </div>
      </div>
      <StageFoot
        enter
        action={toSpot ? 'Go to Spot' : 'Go to Treat'}
        disabled={toSpot ? !state.readyToFire : !state.complete && !locked}
        onAction={() => void navigate(pathOf(toSpot ? 'spot' : 'treat'))}
      >
        {toSpot && state.readyToFire ? 'Ready for the test spots.' : waitsFor(state)}
      </StageFoot>
    </>
  );
}

function waitsFor(state: ReturnType<typeof preparation>): string {
  if (state.mismatches !== null && state.mismatches.length > 0) {
    return 'The console does not agree: put it right, then read it again.';
  }
  if (state.numbed) return 'What numbs the skin is still on.';
  if (state.open.length > 0) {
    return state.open.length === 1 ? '1 thing left.' : `${state.open.length} things left.`;
  }
  return state.mismatches === null
    ? 'Read the console’s settings aloud and compare.'
    : 'All ready.';
}
