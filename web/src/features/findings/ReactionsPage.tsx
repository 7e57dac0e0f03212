import './findings.css';
import type { ReactionRegistered } from '@tidy-quill/contract/findings';
import {
  CLOSED_WORDS,
  LEVEL_WORDS,
  REACTION_WORDS,
  STEP_DONE_WORDS,
} from '@tidy-quill/contract/labels/reaction';
import { hasRight } from '@tidy-quill/core/access';
import { median } from '@tidy-quill/core/findings';
import type { Technique } from '@tidy-quill/core/plan';
import { TRIAGE_LEVELS } from '@tidy-quill/core/reaction';
import { addDays, addMonths } from '@tidy-quill/core/units';
import { DownloadOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  areaText,
  countText,
  dayOf,
  dayText,
  figure,
  momentText,
  sentence,
  TECHNIQUE_WORDS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { offerCsv } from '../../app/offer-file';
import { FindingsTabs } from './FindingsTabs';
import { useReactionRegisterQuery } from './findings-api';
import { useSearch } from '../../app/use-search';

const FILTERS = { all: 'all', open: 'open', closed: 'closed' } as const;

/** The register of reactions: what was told of or seen after sessions, how grave, how soon it was seen, how it ended. */
export function ReactionsPage() {
  const { staff, clinic } = useSignedIn();
  const mayRead = hasRight(staff.role, 'readFindings');
  const today = dayOf(new Date().toISOString(), clinic.timeZone);
  const [search, setSearch] = useSearch();
  const period = {
    from: search.get('from') ?? addDays(addMonths(today, -12), 1),
    until: search.get('until') ?? today,
  };
  const [filter, setFilter] = useState<keyof typeof FILTERS>('all');
  const { data, error, refetch } = useReactionRegisterQuery(period, {
    refetchOnMountOrArgChange: true,
    skip: !mayRead,
  });
  if (!mayRead) {
    return (
      <PageProblem
        title="The register of reactions is for supervisor and owner"
        text="Reactions that are followed stand on Today."
      />
    );
  }
  if (error !== undefined) {
    return (
      <PageProblem title="Reactions cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const shown = data.filter(
    ({ line }) => filter === 'all' || (line.closed === null) === (filter === 'open'),
  );
  const set = (key: 'from' | 'until') => (day: string) =>
    setSearch(
      (params) => {
        params.set(key, day);
        return params;
      },
      { replace: true },
    );
  return (
    <div className="page findings">
      <header className="page-head">
        <div>
          <h1>Reactions</h1>
          <p aria-live="polite">{totalText(data)}</p>
        </div>
        <div className="page-actions">
          <Button
            icon={<DownloadOutlined />}
            disabled={data.length === 0}
            onClick={() => void offerCsv('reactions.csv', rowsOf(data))}
          >
            Export CSV
          </Button>
          <Button
            icon={<DownloadOutlined />}
            href={`/api/reactions/register.pdf?from=${period.from}&until=${period.until}`}
            target="_blank"
          >
            Export PDF
          </Button>
        </div>
      </header>
      <FindingsTabs />
      <div className="findings-period">
        <Field label="Sessions from">
          {(field) => <DayInput {...field} value={period.from} onChange={set('from')} />}
        </Field>
        <Field label="Until">
          {(field) => <DayInput {...field} value={period.until} onChange={set('until')} />}
        </Field>
        <Choice label="Show" words={FILTERS} value={filter} onChange={setFilter} />
      </div>
      {shown.length === 0 ? (
        <section className="empty">
          <h2>{data.length === 0 ? 'No reaction in this period' : `None ${filter}`}</h2>
          <p>Reactions come here from the record of the visit that they belong to.</p>
        </section>
      ) : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Reported</th>
              <th scope="col">Reaction</th>
              <th scope="col">Client and session</th>
              <th scope="col">Gravest level</th>
              <th scope="col" className="is-figure">
                Time to see
              </th>
              <th scope="col">What became of it</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((each) => (
              <ReactionRow key={each.id} of={each} timeZone={clinic.timeZone} />
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function totalText(all: readonly ReactionRegistered[]): string {
  const open = all.filter(({ line }) => line.closed === null).length;
  const middle = median(all.flatMap(({ line }) => line.hoursToSee ?? []));
  const levels = TRIAGE_LEVELS.toReversed().flatMap((level) => {
    const count = all.filter(({ line }) => line.level === level).length;
    return count === 0 ? [] : [`${count} ${LEVEL_WORDS[level].toLowerCase()}`];
  });
  return [
    `${countText(all.length, 'reaction')}, ${open} open`,
    ...levels,
    ...(middle === null ? [] : [`seen after ${figure(middle)} h, median`]),
  ].join('; ');
}

function ReactionRow({ of, timeZone }: { of: ReactionRegistered; timeZone: string }) {
  const { line, client, treatedOn, handpiece, technique, endJcm2, visitId } = of;
  const { level, hoursToSee, did, closed } = line;
  return (
    <tr>
      <td className="figures">{momentText(line.reportedAt, timeZone)}</td>
      <th scope="row">
        {sentence(REACTION_WORDS[line.what])}
        {line.onsetHours === null ? null : (
          <span className="quiet">began {figure(line.onsetHours)} h after the last pulse</span>
        )}
      </th>
      <td>
        <Link to={`/visits/${visitId}/record`}>{client.name}</Link>, {areaText(of)}
        <span className="quiet">
          {dayText(treatedOn)}: {handpiece}, {TECHNIQUE_WORDS[technique as Technique]},{' '}
          {figure(endJcm2)} J/cm²
        </span>
      </td>
      <td>
        {level === null ? (
          'not graded'
        ) : (
          <span className={line.adverse ? 'tag tag-care' : ''}>{LEVEL_WORDS[level]}</span>
        )}
      </td>
      <td className="is-figure figures">
        {hoursToSee === null ? 'not seen' : `${figure(hoursToSee)} h`}
      </td>
      <td>
        {closed === null ? (
          <span className="tag tag-care">open</span>
        ) : (
          `closed ${momentText(closed.at, timeZone)}: ${CLOSED_WORDS[closed.outcome]}`
        )}
        {did.length === 0 ? null : (
          <span className="quiet">{did.map((step) => STEP_DONE_WORDS[step]).join(', ')}</span>
        )}
      </td>
    </tr>
  );
}

const rowsOf = (list: readonly ReactionRegistered[]): readonly object[] =>
  list.map(({ client, line, ...each }) => ({
    Id: each.id,
    'Client reference': client.reference,
    Area: areaText(each),
    'Treated on': each.treatedOn,
    Device: each.handpiece,
    Technique: TECHNIQUE_WORDS[each.technique as Technique],
    'Fluence, J/cm²': each.endJcm2,
    Reaction: REACTION_WORDS[line.what],
    'Began after, h': line.onsetHours ?? '',
    'Reported at': line.reportedAt,
    'Gravest level': line.level === null ? '' : LEVEL_WORDS[line.level],
    'Counts as harm': line.adverse ? 'yes' : 'no',
    'Seen at': line.seenAt ?? '',
    'Time to see, h': line.hoursToSee ?? '',
    Done: line.did.map((step) => STEP_DONE_WORDS[step]).join('; '),
    'Closed at': line.closed?.at ?? '',
    Outcome: line.closed === null ? '' : CLOSED_WORDS[line.closed.outcome],
  }));
