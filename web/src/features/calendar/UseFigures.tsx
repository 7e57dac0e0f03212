import type { Use } from '@tidy-quill/core/calendar';
import { addDays, addMonths, type Day } from '@tidy-quill/core/units';
import { Skeleton } from 'antd';
import { problemText, useCatalogueQuery, useClinicQuery } from '../../app/api';
import { countText, figure } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { useCalendarUseQuery } from './calendar-api';

const HOUR = 60;

/** How much rooms, people and handpieces were used in the month of a day. */
export function UseFigures({ day }: { day: Day }) {
  const from = `${day.slice(0, 7)}-01`;
  const until = addDays(addMonths(from, 1), -1);
  const { currentData, error, refetch } = useCalendarUseQuery(
    { from, until },
    { refetchOnMountOrArgChange: true },
  );
  const { data: clinic } = useClinicQuery();
  const { data: catalogue } = useCatalogueQuery();
  if (error !== undefined && currentData === undefined)
    return (
      <PageProblem
        title="The figures cannot be shown"
        text={problemText(error)}
        onRetry={refetch}
      />
    );
  if (currentData === undefined || clinic === undefined) return <Skeleton active />;
  const { rooms, staff, handpieces, cancelled } = currentData;
  return (
    <>
      <UseTable title="Rooms" uses={rooms} names={clinic.rooms} none="No room yet." />
      <UseTable
        title="Who treats"
        uses={staff}
        names={clinic.staff}
        none="Nobody treated in this month."
      />
      <h2>Handpieces</h2>
      {handpieces.length === 0 ? (
        <p>Nothing was fired in this month.</p>
      ) : (
        <table className="data-table">
          <thead>
            <tr>
              <th scope="col">Handpiece</th>
              <th scope="col" className="is-figure">
                Areas treated
              </th>
              <th scope="col" className="is-figure">
                Pulses
              </th>
            </tr>
          </thead>
          <tbody>
            {handpieces.map(({ id, sessions, pulses }) => (
              <tr key={id}>
                <th scope="row">
                  {catalogue?.handpieces.find((each) => each.id === id)?.name ??
                    'a handpiece no longer listed'}
                </th>
                <td className="is-figure figures">{figure(sessions, 0)}</td>
                <td className="is-figure figures">{figure(pulses, 0)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p>{countText(cancelled, 'visit')} cancelled in this month.</p>
      <p className="quiet">
        Open hours are the opening hours without closures and absences. Booked hours count visits as
        they were planned, those that were missed left out.
      </p>
    </>
  );
}

function UseTable({
  title,
  uses,
  names,
  none,
}: {
  title: string;
  uses: readonly Use[];
  names: readonly { readonly id: string; readonly name: string }[];
  /** What is said where there is none of them. */
  none: string;
}) {
  return (
    <>
      <h2>{title}</h2>
      {uses.length === 0 ? (
        <p>{none}</p>
      ) : (
        <table className="data-table">
          <thead>
            <tr>
              <th scope="col">Name</th>
              {['Visits', 'Missed', 'Booked, h', 'Open, h', 'Of open'].map((head) => (
                <th key={head} scope="col" className="is-figure">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {uses.map(({ id, visits, missed, bookedMinutes, openMinutes }) => (
              <tr key={id}>
                <th scope="row">{names.find((each) => each.id === id)?.name ?? '–'}</th>
                <td className="is-figure figures">{visits}</td>
                <td className="is-figure figures">{missed}</td>
                <td className="is-figure figures">{figure(bookedMinutes / HOUR)}</td>
                <td className="is-figure figures">
                  {openMinutes === null ? '–' : figure(openMinutes / HOUR)}
                </td>
                <td className="is-figure figures">
                  {openMinutes === null || openMinutes === 0
                    ? '–'
                    : `${figure((100 * bookedMinutes) / openMinutes, 0)} %`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
