import '../catalogue/catalogue.css';
import './eyewear.css';
import type { EyewearListed } from '@tidy-quill/contract/eyewear';
import {
  bandText,
  EYEWEAR_KIND_WORDS,
  EYEWEAR_STATE_WORDS,
  hazardText,
} from '@tidy-quill/contract/labels/eyewear';
import { fittingOf, lookDue, peopleProtected, type EyewearState } from '@tidy-quill/core/eyewear';
import { worstBeamOf, worstHazardOf } from '@tidy-quill/core/prepare';
import { PlusOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, lightText, shortDay } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { useEyewearQuery, useLookOverMutation } from './eyewear-api';
import { lazily } from '../../widgets/lazily';

const EyewearForm = lazily(async () => (await import('./EyewearForm')).EyewearForm);

/** The clinic’s eyewear, and whether each handpiece has some that reaches what it needs at its worst. */
export function EyewearPage() {
  const { data, error, refetch } = useEyewearQuery(undefined, { refetchOnMountOrArgChange: true });
  const { staff } = useSignedIn();
  const [editing, setEditing] = useState<EyewearListed | 'new' | null>(null);
  if (error !== undefined) {
    return (
      <PageProblem title="Eyewear cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const mayEdit = staff.role !== 'technician';
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Eyewear</h1>
          <p>
            <Link to="/devices">Devices</Link> · The label of the eyewear, the device’s manual and
            your laser safety adviser decide; this says what the label has to reach.
          </p>
        </div>
        {mayEdit ? (
          <div className="page-actions">
            <Button type="primary" icon={<PlusOutlined />} onClick={() => setEditing('new')}>
              Add eyewear
            </Button>
          </div>
        ) : null}
      </header>
      <Needed list={data} />
      {data.length === 0 ? (
        <section className="empty">
          <h2>No eyewear listed yet</h2>
          <p>
            Until it is, Prepare only says which density the label has to reach, and cannot refuse a
            pair that does not.
          </p>
        </section>
      ) : (
        <List list={data} mayEdit={mayEdit} onEdit={setEditing} />
      )}
      {editing === null ? null : (
        <EyewearForm listed={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />
      )}
    </div>
  );
}

function Needed({ list }: { list: readonly EyewearListed[] }) {
  const { data } = useCatalogueQuery();
  if (data === undefined) return null;
  return (
    <section>
      <h2>What each handpiece needs at its highest setting</h2>
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Handpiece</th>
            <th scope="col">Light</th>
            <th scope="col" className="figures">
              Label, OD at least
            </th>
            <th scope="col" className="figures">
              Hazard without it
            </th>
            <th scope="col">Fits</th>
          </tr>
        </thead>
        <tbody>
          {data.handpieces.map((handpiece) => {
            const beam = worstBeamOf(handpiece);
            const fitting = fittingOf(
              list.map(({ eyewear }) => eyewear),
              beam,
            );
            const people = peopleProtected(fitting);
            return (
              <tr key={handpiece.id}>
                <th scope="row">{handpiece.name}</th>
                <td>{lightText(handpiece.light)}</td>
                <td className="figures">{beam.density}</td>
                <td className="figures">{hazardText(worstHazardOf(handpiece))}</td>
                <td>
                  {people > 0 ? (
                    <>
                      {fitting.map(({ name }) => name).join('; ')}
                      <span className="quiet"> for {countText(people, 'person', 'people')}</span>
                    </>
                  ) : (
                    <span className={handpiece.inService ? 'tag tag-stop' : 'quiet'}>
                      {`nothing for whoever is in the room${handpiece.inService ? '' : '; out of service'}`}
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function List({
  list,
  mayEdit,
  onEdit,
}: {
  list: readonly EyewearListed[];
  mayEdit: boolean;
  onEdit: (listed: EyewearListed) => void;
}) {
  const { clinic } = useSignedIn();
  const today = dayOf(new Date().toISOString(), clinic.timeZone);
  const [look, { error }] = useLookOverMutation();
  const seen = ({ eyewear, version }: EyewearListed, state: EyewearState) =>
    void look({ id: eyewear.id, version, state });
  return (
    <section>
      <h2>On the list</h2>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Eyewear</th>
            <th scope="col">Label</th>
            <th scope="col" className="figures">
              Number
            </th>
            <th scope="col">Place</th>
            <th scope="col">Looked over</th>
            <th scope="col">Today it is</th>
            <th scope="col">
              <span className="visually-hidden">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {list.map((listed) => {
            const { id, name, kind, bands, visible, colour, count, place, ...more } =
              listed.eyewear;
            const due = lookDue(more);
            return (
              <tr key={id}>
                <th scope="row">
                  {name}
                  <span className="quiet">
                    {[
                      EYEWEAR_KIND_WORDS[kind],
                      ...(colour === '' ? [] : [colour]),
                      ...(visible === null
                        ? []
                        : [`${Math.round(visible * 100)} % of light passes`]),
                    ].join(', ')}
                  </span>
                </th>
                <td>
                  {bands.map((band) => (
                    <span key={bandText(band)} className="reason-line">
                      {bandText(band)}
                    </span>
                  ))}
                </td>
                <td className="figures">{count}</td>
                <td>{place === '' ? '–' : place}</td>
                <td>
                  {more.inService ? null : <span className="tag tag-stop">out of service</span>}{' '}
                  {more.lookedOn === null ? (
                    <span className="tag tag-care">never</span>
                  ) : (
                    <>
                      {shortDay(more.lookedOn)}
                      {due !== null && due < today ? (
                        <span className="tag tag-care">over a year ago</span>
                      ) : null}
                    </>
                  )}
                  {more.state === 'sound' ? null : (
                    <span className="tag tag-stop">{EYEWEAR_STATE_WORDS[more.state]}</span>
                  )}
                </td>
                <td className="eyewear-look">
                  {(['sound', 'scratched', 'cracked'] as const).map((state) => (
                    <Button key={state} size="small" onClick={() => seen(listed, state)}>
                      {EYEWEAR_STATE_WORDS[state]}
                      <span className="visually-hidden">: {name}</span>
                    </Button>
                  ))}
                </td>
                <td>
                  {mayEdit ? (
                    <Button size="small" onClick={() => onEdit(listed)}>
                      Edit<span className="visually-hidden"> {name}</span>
                    </Button>
                  ) : null}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
