import './incidents.css';
import type { EYE_WAYS, WORN } from '@tidy-quill/contract/incidents';
import { HURT, NewIncident } from '@tidy-quill/contract/incidents';
import {
  EYE_WAY_WORDS,
  FIRST_STEP_WORDS,
  HURT_WORDS,
  INCIDENT_SORT_WORDS,
  WORN_WORDS,
} from '@tidy-quill/contract/labels/incidents';
import { read } from '@tidy-quill/contract/problem';
import {
  asksForClinician,
  firstSteps,
  INCIDENT_SORTS,
  takesOutOfUse,
  type FirstStep,
  type IncidentSort,
} from '@tidy-quill/core/incidents';
import { Button, Checkbox, InputNumber, Select } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';
import { v7 } from 'uuid';
import { problemFields, problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import { sentence } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { MomentInput } from '../../widgets/MomentInput';
import { Ticks } from '../../widgets/Ticks';
import { useReportIncidentMutation } from './incidents-api';

interface Draft {
  readonly id: string;
  readonly sort: IncidentSort | null;
  readonly happenedAt: string | null;
  readonly handpieceId: string | null;
  readonly hurt: readonly (typeof HURT)[number][];
  readonly name: string;
  readonly done: readonly FirstStep[];
  readonly text: string;
  readonly distanceM: number | null;
  readonly way: (typeof EYE_WAYS)[number];
  readonly worn: (typeof WORN)[number];
}

/** What the page that led here knows: what was set, to be taken along. */
interface From {
  readonly dose?: string;
}

/** An incident, told within a minute: what to do at once on top, then what happened. */
export function IncidentPage() {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { dose } = (useLocation().state ?? {}) as From;
  const { clinic } = useSignedIn();
  const { data: catalogue } = useCatalogueQuery();
  const visitId = search.get('visit');
  const [now] = useState(() => new Date().toISOString());
  const [fresh] = useState<Draft>(() => ({
    ...{ id: v7(), sort: null, happenedAt: now, handpieceId: search.get('handpiece') },
    ...{ hurt: [], name: '', done: [], text: '' },
    ...{ distanceM: null, way: 'unknown', worn: 'unknown' },
  }));
  const [draft, setDraft, clear] = useDraft<Draft>(`incident ${visitId ?? ''}`, fresh);
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [report, { error, isLoading }] = useReportIncidentMutation();
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const { sort } = draft;
  const problem = (field: string) => wrong[`report.${field}`];
  const back = visitId === null ? '/findings/incidents' : `/visits/${visitId}`;
  const save = async () => {
    const { id, handpieceId, happenedAt, hurt, name, done, text } = draft;
    const { distanceM, way, worn } = draft;
    const eyes = sort === 'eyeExposure' ? { distanceM, way, worn } : null;
    const asked = read(NewIncident, {
      ...{ id, visitId, handpieceId },
      report: { sort, happenedAt, hurt, name, eyes, done, text },
    });
    if (!asked.ok) {
      setWrong(Object.fromEntries(asked.fields.map(({ field, problem: of }) => [field, of])));
      return;
    }
    setWrong({});
    const kept = await report(asked.value);
    if (kept.error === undefined) {
      clear();
      void navigate(back);
    } else setWrong(problemFields(kept.error));
  };
  return (
    <div className="page incident">
      <header className="page-head">
        <div>
          <h1>Report an incident</h1>
          <p>First make it safe and see to whoever is hurt; the rest can wait a minute.</p>
        </div>
        <div className="page-actions">
          <Button onClick={() => void navigate(back)}>Back, keep what is typed</Button>
        </div>
      </header>
      <div className="incident-sorts" role="group" aria-label="What happened">
        {INCIDENT_SORTS.map((each) => (
          <Button
            key={each}
            size="large"
            type={each === sort ? 'primary' : 'default'}
            aria-pressed={each === sort}
            onClick={() => change({ sort: each, done: [] })}
          >
            {sentence(INCIDENT_SORT_WORDS[each])}
          </Button>
        ))}
      </div>
      {sort === null ? null : (
        <>
          <section className="first-aid" aria-label="At once">
            <h2>At once, tick what is done</h2>
            {firstSteps(sort).map((step) => (
              <Checkbox
                key={step}
                checked={draft.done.includes(step)}
                onChange={({ target }) =>
                  change({
                    done: target.checked
                      ? [...draft.done, step]
                      : draft.done.filter((each) => each !== step),
                  })
                }
              >
                {FIRST_STEP_WORDS[step]}
              </Checkbox>
            ))}
            <p>
              Emergency number:{' '}
              <strong className="figures">
                {clinic.emergencyPhone === '' ? 'not entered yet' : clinic.emergencyPhone}
              </strong>
            </p>
            {dose === undefined ? null : (
              <p>
                For the clinician: <strong className="figures">{dose}</strong>
              </p>
            )}
          </section>
          <div className="field-row">
            <Field label="When" problem={problem('happenedAt')}>
              {(field) => (
                <MomentInput
                  {...field}
                  label="When"
                  value={draft.happenedAt}
                  timeZone={clinic.timeZone}
                  now={now}
                  onChange={(happenedAt) => change({ happenedAt })}
                />
              )}
            </Field>
            <Field label="Device" problem={wrong['handpieceId']}>
              {(field) => (
                <Select
                  {...field}
                  allowClear
                  placeholder="Which one, where one was part of it"
                  value={draft.handpieceId}
                  options={(catalogue?.handpieces ?? []).map(({ id, name }) => ({
                    value: id,
                    label: name,
                  }))}
                  onChange={(id?: string) => change({ handpieceId: id ?? null })}
                />
              )}
            </Field>
          </div>
          {takesOutOfUse(sort) && draft.handpieceId !== null ? (
            <p className="quiet">
              This device is out of use from then on, until a supervisor frees it.
            </p>
          ) : null}
          <Ticks
            label="Who was hurt, or may have been"
            values={HURT}
            words={HURT_WORDS}
            chosen={draft.hurt}
            onChange={(hurt) => change({ hurt })}
          />
          {draft.hurt.some((each) => each !== 'client') ? (
            <Field label="Their name" problem={problem('name')}>
              {(field) => (
                <Input
                  {...field}
                  maxLength={120}
                  value={draft.name}
                  onChange={({ target }) => change({ name: target.value })}
                />
              )}
            </Field>
          ) : null}
          {sort === 'eyeExposure' ? (
            <>
              <Field label="Distance of the eye from the exit" problem={problem('eyes.distanceM')}>
                {(field) => (
                  <InputNumber
                    {...field}
                    suffix="m"
                    min={0}
                    max={100}
                    step={0.1}
                    value={draft.distanceM}
                    onChange={(distanceM) => change({ distanceM })}
                  />
                )}
              </Field>
              <Choice
                label="How the light came"
                words={EYE_WAY_WORDS}
                value={draft.way}
                onChange={(way) => change({ way })}
              />
              <Choice
                label="Eyewear"
                words={WORN_WORDS}
                value={draft.worn}
                onChange={(worn) => change({ worn })}
              />
            </>
          ) : null}
          <Field label="What happened" problem={problem('text')}>
            {(field) => (
              <TextArea
                {...field}
                autoSize={{ minRows: 3 }}
                maxLength={2000}
                value={draft.text}
                onChange={({ target }) => change({ text: target.value })}
              />
            )}
          </Field>
          {error === undefined ? null : (
            <p className="field-error" role="alert">
              {problemText(error)}
            </p>
          )}
          <div className="page-foot">
            <Button type="primary" size="large" loading={isLoading} onClick={() => void save()}>
              Keep this report
            </Button>
            {asksForClinician(sort) && !draft.done.includes('clinicianNow') ? (
              <span className="quiet">Nobody has been sent to a clinician yet.</span>
            ) : null}
          </div>
        </>
      )}
    </div>
  );
}
