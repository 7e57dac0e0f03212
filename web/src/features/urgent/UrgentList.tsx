import './urgent.css';
import { Link } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';
import { agoText, LEVEL_MEANING, LEVEL_WORDS, momentText } from '../../text';
import { useNow } from '../../widgets/use-now';
import { useUrgent, type Urgent } from './use-urgent';

/** What somebody has to act on today, above all else on the page. */
export function UrgentList() {
  const now = useNow();
  const urgent = useUrgent(now);
  if (urgent === undefined || urgent.length === 0) return null;
  return (
    <section className="urgent-list" aria-label="Act on now">
      <h2>■ Act on now</h2>
      <ul>
        {urgent.map((each) => (
          <UrgentRow key={each.id} urgent={each} now={now} />
        ))}
      </ul>
    </section>
  );
}

function UrgentRow({ urgent, now }: { urgent: Urgent; now: number }) {
  const { client, area, what, level, since, by, path, from } = urgent;
  const { clinic, staff } = useSignedIn();
  const { timeZone } = clinic;
  const late = by !== null && Date.parse(by) < now;
  return (
    <li className={level === 'clinicianNow' ? 'is-now' : undefined}>
      <div>
        <strong>{LEVEL_WORDS[level]}:</strong> <Link to={path}>{client.name}</Link>, {area}: {what}
        <p className="small">
          {from === 'home' ? 'Told from home' : 'Reported'} {agoText(since, now)}. Call{' '}
          <a href={`tel:${client.phone.replace(/\s/g, '')}`}>{client.phone}</a>.{' '}
          {LEVEL_MEANING[level]}
        </p>
        {late ? (
          <p className="urgent-late">
            Overdue since {momentText(by, timeZone)}:{' '}
            {staff.role === 'technician'
              ? 'tell the medical supervisor now.'
              : 'decide now who sees the client.'}
          </p>
        ) : null}
      </div>
      <Link className="urgent-act" to={path}>
        {from === 'home' ? 'Report it, prefilled' : 'Update or close'}
      </Link>
    </li>
  );
}
