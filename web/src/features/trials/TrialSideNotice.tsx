import './trials.css';
import { SETTINGS_RULE_WORDS } from '@tidy-quill/contract/labels/trials';
import { TRIAL_SIDES } from '@tidy-quill/core/trial';
import { zoneRecord } from '@tidy-quill/core/session';
import { Button } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { settingText } from '../../text';
import { lazily } from '../../widgets/lazily';
import { Notice } from '../../widgets/Notice';
import { useVisit } from '../visit/use-visit';
import { useDrawSidesMutation } from './trials-api';
import { useTrialSide } from './use-trial-side';

const NoteDialog = lazily(async () => (await import('./NoteDialog')).NoteDialog);

/** At Plan: which way this side of a trial is worked, the drawing of the sides before, and how to work otherwise. */
export function TrialSideNotice() {
  const of = useTrialSide();
  const { visit, client } = useVisit('visit', 'client');
  const [noting, setNoting] = useState(false);
  if (of === null) return null;
  const { trial, side, arm, deviates } = of;
  if (arm === null) return <DrawNotice />;
  return (
    <Notice
      kind={deviates ? 'care' : 'info'}
      title={`Trial “${trial.title}”: ${side} side, ${arm.name}`}
    >
      {deviates ? (
        <p>A deviation is recorded for today: any way may be planned. The side counts as drawn.</p>
      ) : (
        <p>
          {SETTINGS_RULE_WORDS[trial.design.settings]}. <Alike />
          <Button size="small" onClick={() => setNoting(true)}>
            Record a deviation…
          </Button>
        </p>
      )}
      {noting ? (
        <NoteDialog
          trialId={trial.id}
          clientId={client.id}
          name={client.givenName}
          visitId={visit.id}
          side={side}
          onClose={() => setNoting(false)}
        />
      ) : null}
    </Notice>
  );
}

/** Where both sides go alike: what the other side was planned with. */
function Alike() {
  const of = useTrialSide();
  const { events, visit } = useVisit('events', 'visit');
  if (of?.trial.design.settings !== 'alike') return null;
  const other = TRIAL_SIDES.find((each) => each !== of.side) ?? of.side;
  const { plan } = zoneRecord(events, of.trial.areas[other], visit.areaId);
  return plan === null ? null : (
    <>
      The {other} side: {settingText(plan.setting)}.{' '}
    </>
  );
}

function DrawNotice() {
  const of = useTrialSide();
  const { visit, client, zones } = useVisit('visit', 'client', 'zones');
  const [draw, { error, isLoading }] = useDrawSidesMutation();
  const [id] = useState(() => v7());
  if (of === null) return null;
  const { trial } = of;
  const both = TRIAL_SIDES.every((side) => zones.some(({ area }) => area.id === trial.areas[side]));
  return (
    <Notice kind="care" title={`Trial “${trial.title}”: draw the sides first`}>
      <p>
        {both
          ? 'Which side is worked which way is drawn now, once, and nothing is planned before.'
          : 'Add the other side to this visit first: both are treated on the same day.'}
      </p>
      <Button
        type="primary"
        disabled={!both}
        loading={isLoading}
        onClick={() => void draw({ trialId: trial.id, id, clientId: client.id, visitId: visit.id })}
      >
        Draw the sides
      </Button>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Notice>
  );
}
