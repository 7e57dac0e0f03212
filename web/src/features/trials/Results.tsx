import { analysisLines, outcomeText } from '@tidy-quill/contract/labels/trials';
import type { TrialOpened, TrialShown } from '@tidy-quill/contract/trials';
import { lookHolds, type OutcomeAnalysis } from '@tidy-quill/core/trial';
import { DownloadOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, momentText, sentence } from '../../text';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { PairChart } from './PairChart';
import { useLookAtTrialMutation, useTrialResultsQuery } from './trials-api';

/** What a trial shows: of a closed one at once, of a running one after a look that is recorded. */
export function Results({ trial }: { trial: TrialOpened }) {
  return trial.state === 'closed' ? <Final trial={trial} /> : <Interim trial={trial} />;
}

function Final({ trial }: { trial: TrialOpened }) {
  const { data, error } = useTrialResultsQuery(trial.id);
  const at = `/api/trials/${trial.id}`;
  return (
    <section className="trial-results">
      <div className="group-head">
        <h2>What it shows</h2>
        <div className="page-actions">
          <Button icon={<DownloadOutlined />} href={`${at}/report.pdf`} target="_blank">
            Report (PDF)
          </Button>
          <Button icon={<DownloadOutlined />} href={`${at}/data.csv`}>
            Open data (CSV)
          </Button>
          <Button icon={<DownloadOutlined />} href={`${at}/data.json`}>
            With dictionary (JSON)
          </Button>
        </div>
      </div>
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
      {data === undefined ? <Skeleton active /> : <Outcomes trial={trial} shown={data} />}
    </section>
  );
}

function Interim({ trial }: { trial: TrialOpened }) {
  const { clinic, staff } = useSignedIn();
  const { timeZone } = clinic;
  const [note, setNote] = useState('');
  const [look, { error, isLoading }] = useLookAtTrialMutation();
  const today = dayOf(new Date().toISOString(), timeZone);
  const holds = trial.looks.some(
    ({ byId, at }) => byId === staff.id && lookHolds(dayOf(at, timeZone), today),
  );
  const results = useTrialResultsQuery(trial.id, { skip: !holds });
  const { data } = results;
  if (holds && data === undefined) {
    return results.error === undefined ? (
      <Skeleton active />
    ) : (
      <p className="field-error">{problemText(results.error)}</p>
    );
  }
  return (
    <section className="trial-results">
      <h2>What it shows</h2>
      {data === undefined ? (
        <>
          <p>
            Nothing is shown while it runs. A look before the end is recorded and counted in the
            report: whoever looks often finds something by chance.
          </p>
          <div className="trial-look">
            <Field label="Why look now">
              {(field) => (
                <Input
                  {...field}
                  maxLength={500}
                  value={note}
                  onChange={({ target }) => setNote(target.value)}
                />
              )}
            </Field>
            <Button
              loading={isLoading}
              onClick={() => void look({ trialId: trial.id, id: v7(), note })}
            >
              Record a look and show it
            </Button>
          </div>
          {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
        </>
      ) : (
        <>
          <Notice kind="care" title="An interim look">
            <p>
              Look {data.looks} before the end, shown for the rest of today. Do not stop for what it
              shows unless somebody is harmed.
            </p>
          </Notice>
          <Outcomes trial={trial} shown={data} />
        </>
      )}
      {trial.looks.length === 0 ? null : (
        <p className="quiet">
          {countText(trial.looks.length, 'look')} so far:{' '}
          {trial.looks
            .map(({ at, by, note: said }) =>
              [momentText(at, timeZone), by, said].filter((each) => each !== '').join(', '),
            )
            .join('; ')}
          .
        </p>
      )}
    </section>
  );
}

function Outcomes({ trial: { design }, shown }: { trial: TrialOpened; shown: TrialShown }) {
  const known = shown.outcomes.filter(({ decides, pairs }) => decides || pairs.length > 0);
  return (
    <>
      {known.map((outcome) => (
        <Outcome
          key={`${outcome.outcome} ${outcome.month ?? ''}`}
          outcome={outcome}
          design={design}
        />
      ))}
      <p className="quiet">
        Differences are A minus B. Every side counts as it was drawn, whatever was done then
        (intention to treat). One clinic’s record: it settles an argument here, no more.
      </p>
    </>
  );
}

function Outcome({ outcome, design }: { outcome: OutcomeAnalysis; design: TrialOpened['design'] }) {
  return (
    <article className="trial-outcome">
      <div>
        <h3>
          {sentence(outcomeText(outcome.outcome, outcome.month))}
          {outcome.decides ? <span className="tag tag-care">decides</span> : null}
        </h3>
        <ul>
          {analysisLines(outcome, design).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </div>
      {outcome.pairs.length === 0 ? null : <PairChart outcome={outcome} arms={design.arms} />}
    </article>
  );
}
