import './zones.css';
import { PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { areaText, STAGE_WORDS } from '../../text';
import type { OpenZone } from '../../visit-engine/open-visit';
import { useVisit } from '../visit/use-visit';
import { lazily } from '../../widgets/lazily';

const LeaveZone = lazily(async () => (await import('./LeaveZone')).LeaveZone);
const AddZone = lazily(async () => (await import('./AddZone')).AddZone);

/** The zones of a visit, each with where it stands; one is open, others are a press away. */
export function ZoneBar() {
  const { zones, area, record, pathOf } = useVisit('zones', 'area', 'record', 'pathOf');
  const [form, setForm] = useState<'add' | 'leave' | null>(null);
  const untouched = record.run.startedAt === null && record.spots.length === 0;
  const home = record.sentHome !== null;
  return (
    <nav className="zone-bar" aria-label="Zones of this visit">
      <ul>
        {zones.map((zone) => (
          <li key={zone.area.id}>
            <Link
              to={pathOf(zone.stage, zone.area.id)}
              aria-current={zone.area.id === area.id ? 'true' : undefined}
            >
              {areaText(zone.area)} <span className="zone-stage">{stateWord(zone)}</span>
            </Link>
          </li>
        ))}
      </ul>
      {home ? null : (
        <Button size="small" icon={<PlusOutlined />} onClick={() => setForm('add')}>
          Add a zone
        </Button>
      )}
      {!home && zones.length > 1 && untouched ? (
        <Button size="small" onClick={() => setForm('leave')}>
          Leave this one out…
        </Button>
      ) : null}
      {form === 'add' ? <AddZone onClose={() => setForm(null)} /> : null}
      {form === 'leave' ? <LeaveZone onClose={() => setForm(null)} /> : null}
    </nav>
  );
}

function stateWord({ record, stage }: OpenZone): string {
  if (record.sentHome !== null) return 'sent home';
  if (record.run.state === 'running' || record.run.state === 'paused') return 'in treatment';
  return `${STAGE_WORDS[stage].toLowerCase()} next`;
}
