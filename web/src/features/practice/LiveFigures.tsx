import type { Exercise } from '@tidy-quill/core/practice';
import { figure } from '../../text';
import type { Live } from '@tidy-quill/core/practice';

/** The figures that matter while the hand moves, large, and nothing else. */
export function LiveFigures({
  exercise,
  live,
  nowS,
}: {
  exercise: Exercise;
  live: Live | null;
  nowS: number;
}) {
  const { pulses = 0, passes = 0, missed = 1, twice = 0, heats = null } = live ?? {};
  return (
    <>
      {exercise.kind === 'motion' ? (
        <Large value={`${figure(passes, 1)}`} word={`of ${exercise.passes} passes`} />
      ) : exercise.kind === 'pace' ? (
        <Large value={figure(passes, 1)} word="passes" />
      ) : (
        <Large value={`${figure(100 * missed, 0)} %`} word="still to be met" />
      )}
      <dl className="practice-small">
        <div>
          <dt>Pulses</dt>
          <dd>{pulses}</dd>
        </div>
        <div>
          <dt>Time</dt>
          <dd>{figure(nowS, 0)} s</dd>
        </div>
        {exercise.kind === 'stamp' || exercise.kind === 'coat' ? (
          <div>
            <dt>Hit twice</dt>
            <dd>{figure(100 * twice, 0)} %</dd>
          </div>
        ) : null}
        {exercise.kind === 'motion' && exercise.restS > 0 ? (
          <div>
            <dt>Since the last pulse</dt>
            <dd>
              {live?.lastS === null || live === null ? '–' : `${figure(nowS - live.lastS, 0)} s`} of{' '}
              {exercise.restS} s rest
            </dd>
          </div>
        ) : null}
      </dl>
      {exercise.kind !== 'motion' || heats === null ? null : (
        <table className="data-table is-still practice-heats">
          <caption>Now, °C</caption>
          <thead>
            <tr>
              <th scope="col">Place</th>
              <th scope="col" className="is-figure">
                Follicle
              </th>
              <th scope="col" className="is-figure">
                Epidermis
              </th>
            </tr>
          </thead>
          <tbody>
            {(['coolest', 'mean', 'hottest'] as const).map((which) => (
              <tr key={which}>
                <th scope="row">{which}</th>
                <td className="is-figure">{figure(heats[which].follicleC, 1)}</td>
                <td className="is-figure">{figure(heats[which].epidermisC, 0)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {exercise.kind === 'motion' && exercise.restS === 0 ? (
        <p className="quiet">
          The follicles are to reach {figure(exercise.targetC, 0)} °C on the mean.
        </p>
      ) : null}
    </>
  );
}

function Large({ value, word }: { value: string; word: string }) {
  return (
    <p className="practice-large">
      <strong>{value}</strong>
      <span>{word}</span>
    </p>
  );
}
