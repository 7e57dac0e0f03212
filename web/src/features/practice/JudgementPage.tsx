import './practice.css';
import { NewJudgement } from '@tidy-quill/contract/practice';
import { read } from '@tidy-quill/contract/problem';
import { inventedClient, type Decision } from '@tidy-quill/core/practice';
import {
  habitOf,
  isForInk,
  passRule,
  type Handpiece,
  type Protocol,
  type Setting,
} from '@tidy-quill/core/plan';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';
import { Button, Checkbox, Select, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, Navigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, DECISION_WORDS, TECHNIQUE_WORDS } from '../../text';
import { nowText } from '../../visit-engine/clock';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { DialSteppers } from '../plan/DialSteppers';
import { ClientCard } from './ClientCard';
import { JudgementVerdict } from './JudgementVerdict';
import { useJudgementsQuery, useKeepJudgementMutation } from './practice-api';
import { useSearch } from '../../app/use-search';

/** Somebody who does not exist: decide, and read what the clinic's own rules, limits and the model say of it. */
export function JudgementPage() {
  const { clinic } = useSignedIn();
  const { data: catalogue, error, refetch } = useCatalogueQuery();
  const { data: made } = useJudgementsQuery(undefined);
  const [params, setParams] = useSearch();
  const asked = params.get('client');
  if (error !== undefined) {
    return (
      <PageProblem title="Practice cannot begin" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (asked === null && made !== undefined) {
    // The next that was not judged yet, the awkward ones first; it stays while the list grows by it.
    return <Navigate replace to={`?client=${nextSeed(made)}`} />;
  }
  if (catalogue === undefined || asked === null) return <Skeleton active className="page" />;
  const seed = Math.abs(Math.trunc(Number(asked))) || 0;
  const today = dayOf(nowText(), clinic.timeZone);
  return (
    <div className="page practice-page">
      <header className="page-head">
        <div>
          <p>
            <Link to="/practice">Practice</Link>
          </p>
          <h1>Judgement</h1>
          <p className="practice-aim">
            Somebody invented, number {seed + 1}. Decide as you would in the room; then read what
            the clinic’s own rules, limits and the model say of it, and why.
          </p>
        </div>
      </header>
      <Judging
        key={`${seed} ${today}`}
        {...{ seed, today }}
        handpieces={catalogue.handpieces}
        protocol={catalogue.protocol}
        onNext={() => setParams({ client: String(seed + 1) })}
      />
    </div>
  );
}

const nextSeed = (made: readonly { readonly seed: number }[]) =>
  made.reduce((next, { seed }) => Math.max(next, seed + 1), 0);

function Judging({
  seed,
  today,
  handpieces,
  protocol,
  onNext,
}: {
  seed: number;
  today: string;
  handpieces: readonly Handpiece[];
  protocol: Pick<Protocol, 'techniques'>;
  onNext: () => void;
}) {
  const client = inventedClient(seed, today);
  const usable = handpieces.filter(
    (each) => each.inService && isForInk(each) === (client.job === 'ink'),
  );
  const [id] = useState(() => v7());
  const [decision, setDecision] = useState<Decision | null>(null);
  const [setting, setSetting] = useState<Setting | null>(null);
  const [testSpot, setTestSpot] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [keep, { isLoading, error, data }] = useKeepJudgementMutation();
  const handpiece = usable.find((each) => each.id === setting?.handpieceId);
  const judge = async () => {
    if (decision === null) return setWrong('Decide first: go, wait, refer or decline.');
    if (decision === 'go' && setting === null) return setWrong('Choose with what.');
    const checked = read(NewJudgement, {
      ...{ id, at: nowText(), seed, on: today, decision, testSpot: decision === 'go' && testSpot },
      setting: decision === 'go' ? setting : null,
    });
    if (!checked.ok) return setWrong(checked.fields.map(({ problem }) => problem).join('; '));
    setWrong(null);
    await keep(checked.value);
  };
  return (
    <div className="judgement">
      <ClientCard client={client} />
      {data === undefined ? (
        <section className="judgement-choice" aria-label="Your decision">
          <Choice label="Decision" words={DECISION_WORDS} value={decision} onChange={setDecision} />
          {decision === 'go' ? (
            <>
              <Field label="With">
                {(field) => (
                  <Select
                    id={field.id}
                    className="wide"
                    value={setting === null ? null : keyOf(setting)}
                    placeholder="A handpiece and a way of working"
                    options={usable.flatMap((each) =>
                      each.techniques.map((technique) => ({
                        value: `${each.id} ${technique}`,
                        label:
                          client.job === 'ink'
                            ? each.name
                            : `${each.name}, ${TECHNIQUE_WORDS[technique]}`,
                      })),
                    )}
                    onChange={(key: string) =>
                      setSetting(firstSetting(usable, key, protocol, client.site))
                    }
                  />
                )}
              </Field>
              {setting === null || handpiece === undefined ? null : (
                <div className="judgement-dial">
                  <DialSteppers
                    {...{ handpiece, setting }}
                    spots={handpiece.spots}
                    ratesHz={[0.5, 1, 1.5, 2, 3, 5, 10].filter((hz) => hz <= handpiece.maxRateHz)}
                    energyJ={null}
                    pulseMore=""
                    spotMore=""
                    onChange={setSetting}
                  />
                </div>
              )}
              <Checkbox checked={testSpot} onChange={({ target }) => setTestSpot(target.checked)}>
                Test spot first
              </Checkbox>
            </>
          ) : null}
          <p className="field-error" role="alert">
            {wrong ?? (error === undefined ? '' : problemText(error))}
          </p>
          <Button type="primary" size="large" loading={isLoading} onClick={() => void judge()}>
            See what it means
          </Button>
        </section>
      ) : (
        <section className="judgement-choice">
          <JudgementVerdict opened={data} handpieces={handpieces} />
          <Button type="primary" size="large" onClick={onNext}>
            The next one
          </Button>
        </section>
      )}
    </div>
  );
}

const keyOf = ({ handpieceId, technique }: Setting) => `${handpieceId} ${technique}`;

/** Where the steppers begin: the lowest fluence, the shortest pulse and the first spot, so that nothing is given away. */
function firstSetting(
  handpieces: readonly Handpiece[],
  key: string,
  protocol: Pick<Protocol, 'techniques'>,
  site: SiteId,
): Setting {
  const [handpieceId, technique] = key.split(' ');
  const handpiece = defined(handpieces.find(({ id }) => id === handpieceId));
  const way = technique as Setting['technique'];
  return {
    handpieceId: handpiece.id,
    technique: way,
    spot: defined(handpiece.spots[0]),
    pulseMs: defined(handpiece.pulsesMs[0]),
    fluenceJcm2: handpiece.fluenceJcm2.min,
    // How the clinic works in this way, as everywhere.
    rateHz: Math.min(habitOf(protocol, way).rateHz, handpiece.maxRateHz),
    passes: passRule(protocol, way, { site }, null).usual,
  };
}
