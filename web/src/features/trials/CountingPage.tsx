import './trials.css';
import { Button, InputNumber, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { countText } from '../../text';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { lazily } from '../../widgets/lazily';
import { useCountInTrialMutation, useToCountQuery } from './trials-api';

const CountOnPicture = lazily(
  async () => (await import('../pictures/CountOnPicture')).CountOnPicture,
);

/** Pictures of both sides one after another, in an order of chance, without whose and which side they are. */
export function CountingPage() {
  const { trialId = '' } = useParams();
  const { data, error, refetch } = useToCountQuery(trialId, { refetchOnMountOrArgChange: true });
  if (error !== undefined) {
    return (
      <PageProblem
        title="There is nothing to count here"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const [first] = data;
  return (
    <div className="page counting">
      <header className="page-head">
        <div>
          <h1>Count pictures</h1>
          <p aria-live="polite">
            {countText(data.length, 'picture')} left. Neither client nor side is shown.{' '}
            <Link to={`/findings/trials/${trialId}`}>Back to the trial</Link>
          </p>
        </div>
      </header>
      {first === undefined ? (
        <section className="empty">
          <h2>All counted</h2>
          <p>
            Pictures come here from the day of the first treatment and from the follow-ups, once
            they are taken.
          </p>
        </section>
      ) : (
        <CountOne key={first.key} trialId={trialId} picture={first} />
      )}
    </div>
  );
}

function CountOne({
  trialId,
  picture,
}: {
  trialId: string;
  picture: { readonly key: string; readonly photoId: string };
}) {
  const [id] = useState(() => v7());
  const [perCm2, setPerCm2] = useState<number | null>(null);
  const [onPicture, setOnPicture] = useState(false);
  const [count, { error, isLoading }] = useCountInTrialMutation();
  const save = () => {
    if (perCm2 === null) return;
    void count({ trialId, how: 'picture', id, key: picture.key, perCm2 });
  };
  return (
    <form
      className="count-one"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <img src={`/api/photos/${picture.photoId}`} alt="Skin to count hairs on" />
      <div>
        <Field label="Hairs per cm²">
          {(field) => (
            <InputNumber
              {...field}
              autoFocus
              min={0}
              max={500}
              value={perCm2}
              onChange={setPerCm2}
            />
          )}
        </Field>
        <Button onClick={() => setOnPicture(true)}>Count on the picture…</Button>
        <Button type="primary" htmlType="submit" disabled={perCm2 === null} loading={isLoading}>
          Save and show the next
        </Button>
        {error === undefined ? null : (
          <p className="field-error" role="alert">
            {problemText(error)}
          </p>
        )}
        {onPicture ? (
          <CountOnPicture
            sizeCm2={2}
            photoId={picture.photoId}
            onKeep={(counted) => {
              setPerCm2(counted.perCm2);
              setOnPicture(false);
            }}
            onClose={() => setOnPicture(false)}
          />
        ) : null}
      </div>
    </form>
  );
}
