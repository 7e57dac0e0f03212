import { secondPassFrom, STANDARD_INK_PROTOCOL } from '@tidy-quill/core/ink';
import { isSwapping, sameLight, spotReasons } from '@tidy-quill/core/session';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useAcceptPlanMutation } from '../../app/visit-api';
import { clockText, figure, fluenceText, INK_COLOUR_WORDS, nmText, spanText } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { Notice } from '../../widgets/Notice';
import { useSignedIn } from '../../app/clinic-context';
import { useNow } from '../../widgets/use-now';
import { useInk, useInkCase } from '../ink/use-ink';
import { useVisit } from '../visit/use-visit';
import type { Session } from './use-session';
import { nowText } from '../../visit-engine/clock';
import { ROOM_KEYS } from './keys';

/**
 * What a change of plan in the midst of a session asks for: standby, other eyewear where the light is another, settings
 * confirmed, ready. On ink, the next wavelength of today once the parts of this one are done.
 */
export function SwapLight({ session }: { session: Session }) {
  const { record, visit, area, pathOf } = useVisit('record', 'visit', 'area', 'pathOf');
  const { planning } = useInk(useInkCase());
  const [accept, { isLoading, error }] = useAcceptPlanMutation();
  const { run, plan, segments } = record;
  const used = [...segments.map((segment) => segment.plan), ...(plan === null ? [] : [plan])].map(
    ({ setting }) => setting.handpieceId,
  );
  const steps = planning?.order.steps ?? [];
  const at = steps.findIndex(
    ({ handpieceId, visit: when }) => when === 0 && !used.includes(handpieceId),
  );
  const next = steps[at];
  const proposal = planning?.proposals[at] ?? null;
  if (plan === null || run.state === 'notStarted' || run.state === 'ended') return null;
  if (isSwapping(record)) {
    const last = segments.at(-1)?.plan;
    const another = last !== undefined && !sameLight(last, plan);
    const untested = segments.length > 0 && spotReasons(record).length > 0;
    const given = segments.at(-1)?.upTo.pulses ?? 0;
    return (
      <Notice
        kind="stop"
        title={another ? `Light changed to ${nmText(plan.wavelengthNm)}` : 'Plan changed meanwhile'}
      >
        <ol className="swap-steps">
          <li>Console to standby{another ? ', swap wavelength and spot' : ''}.</li>
          {another ? <li>Other eyewear on everyone.</li> : null}
          <li>
            {another ? 'Tick it and confirm the settings' : 'Confirm the settings'} under{' '}
            <Link to={pathOf('prepare')}>Prepare</Link>.
          </li>
          <li>Ready, and go on.</li>
        </ol>
        {plan.job === 'ink' || given === 0 ? null : (
          <p>
            {figure(given, 0)} pulses were given here today: the cells start again, so leave out
            what was treated already.
          </p>
        )}
        {untested ? (
          <p>
            This light was not tested here: <Link to={pathOf('spot')}>a test spot comes first</Link>
            .
          </p>
        ) : null}
      </Notice>
    );
  }
  if (plan.job !== 'ink' || session.current !== null) return null;
  if (next === undefined || proposal === null) return <SecondPass />;
  const swap = () =>
    accept({
      visitId: visit.id,
      areaId: area.id,
      id: v7(),
      at: nowText(),
      setting: proposal.setting as Parameters<typeof accept>[0]['setting'],
      colours: [...next.colours],
    });
  return (
    <>
      <KeyButton letter={ROOM_KEYS.nextLight} disabled={isLoading} onPress={() => void swap()}>
        Next light: {nmText(next.wavelengthNm)} for{' '}
        {next.colours.map((colour) => INK_COLOUR_WORDS[colour]).join(', ')},{' '}
        {fluenceText(proposal.setting)}
      </KeyButton>
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
    </>
  );
}

/** Whether and from when a second coat may follow: once the whitening has gone, under the clinic's own method. */
function SecondPass() {
  const { record, catalogue } = useVisit('record', 'catalogue');
  const { timeZone } = useSignedIn().clinic;
  const now = useNow();
  const { secondPass } = catalogue.protocol.ink ?? STANDARD_INK_PROTOCOL;
  const last = record.run.marks.at(-1)?.at ?? record.run.startedAt;
  const from = last === null ? null : secondPassFrom(secondPass, last);
  if (from === null) {
    return <p className="small">One even coat: this clinic’s method knows no second pass.</p>;
  }
  const left = Date.parse(from) - now;
  return (
    <p className="small" role="status">
      A second pass from {clockText(from, timeZone)}, once the whitening has gone
      {left > 0 ? `: ${spanText(left)} to wait` : ': it may follow now, if the skin is calm'}.
    </p>
  );
}
