import './catalogue.css';
import { Skeleton } from 'antd';
import { NavLink, useParams } from 'react-router';
import { problemText, useVersionsQuery } from '../../app/api';
import { lazily } from '../../widgets/lazily';
import { PageProblem } from '../../widgets/PageProblem';
import { Versions } from './Versions';

const ShippedVersions = lazily(async () => (await import('./ShippedVersions')).ShippedVersions);

/** The clinic's handpieces and its protocol, read by all, edited by those who may, in whole versions. */
export function DevicesPage() {
  const params = useParams();
  const kind = TABS.find(({ path }) => path === params['kind'])?.kind ?? 'devices';
  const { data, error, refetch } = useVersionsQuery({ kind }, { refetchOnMountOrArgChange: true });
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Devices and protocol</h1>
          <p>
            What each console can do, and what the clinic allows. Records keep the versions used.
          </p>
        </div>
        <nav className="page-actions" aria-label="Devices or protocol">
          {TABS.map(({ path, word }) => (
            <NavLink key={path} className="tab-link" to={`/devices/${path}`}>
              {word}
            </NavLink>
          ))}
          <NavLink className="tab-link" to="/devices/condition">
            Condition
          </NavLink>
          <NavLink className="tab-link" to="/devices/eyewear">
            Eyewear
          </NavLink>
          <NavLink className="tab-link" to="/devices/picture-card">
            Picture card
          </NavLink>
        </nav>
      </header>
      {error === undefined ? null : (
        <PageProblem
          title="Devices cannot be shown"
          text={problemText(error)}
          onRetry={() => void refetch()}
        />
      )}
      {data === undefined && error === undefined ? <Skeleton active /> : null}
      {data?.length === 0 && (kind === 'devices' || kind === 'protocol') ? (
        <section className="empty">
          <h2>No version yet</h2>
          <p>
            Nothing can be planned until this clinic has approved devices and an approved protocol.
            Type what the manual says: nothing is taken for granted.
          </p>
        </section>
      ) : null}
      {data?.length === 0 && kind !== 'protocol' ? (
        <ShippedVersions key={kind} kind={kind} />
      ) : null}
      {data?.[0]?.kind === kind ? <Versions key={kind} kind={kind} versions={data} /> : null}
    </div>
  );
}

const TABS = [
  { path: 'handpieces', kind: 'devices', word: 'Handpieces' },
  { path: 'protocol', kind: 'protocol', word: 'Protocol' },
  { path: 'suitability', kind: 'suitability', word: 'Suitability' },
  { path: 'consents', kind: 'consents', word: 'Consent texts' },
  { path: 'aftercare', kind: 'aftercare', word: 'Aftercare' },
  { path: 'safety', kind: 'safety', word: 'Laser safety' },
] as const;
