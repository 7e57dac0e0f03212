import { FOLLOW_UP_WORDS } from '@tidy-quill/contract/labels/trials';
import type { Participant, TrialOpened } from '@tidy-quill/contract/trials';
import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay, SITE_WORDS } from '../../text';
import type { SiteId } from '@tidy-quill/core/sites';
import { lazily } from '../../widgets/lazily';

const NoteDialog = lazily(async () => (await import('./NoteDialog')).NoteDialog);
const CountDialog = lazily(async () => (await import('./CountDialog')).CountDialog);

/** Everybody in a trial: sides, visits, follow-ups, counts, deviations and ends. */
export function ParticipantTable({ trial }: { trial: TrialOpened }) {
  const [open, setOpen] = useState<{ what: 'note' | 'count'; who: Participant } | null>(null);
  const { participants, state } = trial;
  if (participants.length === 0) {
    return <p>Nobody yet. Take clients in who have read and signed what the trial asks of them.</p>;
  }
  return (
    <>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Client</th>
            <th scope="col">Sides</th>
            <th scope="col">Visits</th>
            <th scope="col">Counts</th>
            <th scope="col">Deviations and end</th>
            {state === 'running' ? (
              <th scope="col">
                <span className="visually-hidden">Tell more</span>
              </th>
            ) : null}
          </tr>
        </thead>
        <tbody>
          {participants.map((each) => (
            <Row
              key={each.client.id}
              of={each}
              trial={trial}
              onOpen={(what) => setOpen({ what, who: each })}
            />
          ))}
        </tbody>
      </table>
      {open?.what === 'note' ? (
        <NoteDialog
          trialId={trial.id}
          clientId={open.who.client.id}
          name={open.who.client.name}
          visitId={null}
          onClose={() => setOpen(null)}
        />
      ) : null}
      {open?.what === 'count' ? (
        <CountDialog trialId={trial.id} who={open.who} onClose={() => setOpen(null)} />
      ) : null}
    </>
  );
}

function Row({
  of,
  trial: { design, state },
  onOpen,
}: {
  of: Participant;
  trial: TrialOpened;
  onOpen: (what: 'note' | 'count') => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const { code, client, site, drawn, treatedOn, counted, followUps, deviations, left } = of;
  const day = (at: string) => shortDay(dayOf(at, timeZone));
  const both = (month: number) => counted.filter((each) => each.month === month).length;
  const next = followUps.find((each) => each.state === 'open' || each.state === 'ahead');
  return (
    <tr className={left === null ? '' : 'is-past'}>
      <th scope="row">
        <Link to={`/clients/${client.id}`}>{client.name}</Link>
        <span className="quiet">
          {code}, {SITE_WORDS[site as SiteId]}, consented {day(of.enrolledAt)}
        </span>
      </th>
      <td>
        {drawn === null ? (
          <span className="quiet">drawn at the first visit</span>
        ) : (
          <>
            left {drawn.left.toUpperCase()}, right {drawn.right.toUpperCase()}
            <span className="quiet">{day(drawn.at)}</span>
          </>
        )}
      </td>
      <td className="figures">
        {treatedOn.length} of {design.visits}
        <span className="quiet">{treatedOn.map(shortDay).join(', ')}</span>
      </td>
      <td>
        {([0, 1, 6, 12] as const)
          .filter((month) => both(month) > 0)
          .map((month) => (
            <span key={month} className="quiet">
              {FOLLOW_UP_WORDS[month]}: {both(month)} of 2
            </span>
          ))}
        {next === undefined ? null : (
          <span className={next.state === 'open' ? 'tag tag-care' : 'quiet'}>
            {FOLLOW_UP_WORDS[next.month]}: {shortDay(next.from)} – {shortDay(next.until)}
          </span>
        )}
        {followUps
          .filter((each) => each.state === 'missed')
          .map((each) => (
            <span key={each.month} className="quiet">
              {FOLLOW_UP_WORDS[each.month]}: missed
            </span>
          ))}
      </td>
      <td>
        {deviations.map((each) => (
          <span key={each.at} className="quiet">
            {day(each.at)}, {each.side}: {each.reason}
          </span>
        ))}
        {left === null ? null : (
          <>
            left {day(left.at)}
            <span className="quiet">{left.reason}</span>
          </>
        )}
      </td>
      {state === 'running' ? (
        <td className="trial-row-actions">
          {left === null ? (
            <>
              <Button size="small" onClick={() => onOpen('count')}>
                Count<span className="visually-hidden"> for {client.name}</span>
              </Button>
              <Button size="small" onClick={() => onOpen('note')}>
                Tell more<span className="visually-hidden"> of {client.name}</span>
              </Button>
            </>
          ) : null}
        </td>
      ) : null}
    </tr>
  );
}
