import './pictures.css';
import type { Area, ClientOpened, ClientVisit } from '@tidy-quill/contract/clients';
import type { ClientPhoto } from '@tidy-quill/contract/photos';
import type { Box } from '@tidy-quill/core/picture';
import { takenAsText } from '@tidy-quill/contract/labels/pictures';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemText, useClientQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, countText, dayOf, figure, fluenceText, nmText, shortDay } from '../../text';
import { Choice } from '../../widgets/Choice';
import { lazily } from '../../widgets/lazily';
import { PageProblem } from '../../widgets/PageProblem';
import { CompareBoard, type Compared, type Traced } from './CompareBoard';
import { useClientPhotosQuery } from './pictures-api';
import { useSearch } from '../../app/use-search';

const SheetDialog = lazily(async () => (await import('./SheetDialog')).SheetDialog);

/** All pictures of a client's areas, over the course, and any two of a place compared. */
export function PicturesPage() {
  const { clientId = '' } = useParams();
  const fresh = { refetchOnMountOrArgChange: true };
  const client = useClientQuery(clientId, fresh);
  const photos = useClientPhotosQuery(clientId, fresh);
  const error = client.error ?? photos.error;
  if (error !== undefined) {
    return (
      <PageProblem
        title="These pictures cannot be shown"
        text={problemText(error)}
        onRetry={() => {
          void client.refetch();
          void photos.refetch();
        }}
      />
    );
  }
  if (client.data === undefined || photos.data === undefined) {
    return <Skeleton active className="page" paragraph={{ rows: 10 }} />;
  }
  return <Shown opened={client.data} photos={photos.data} />;
}

function Shown({ opened, photos }: { opened: ClientOpened; photos: readonly ClientPhoto[] }) {
  const [search, setSearch] = useSearch();
  const { client } = opened;
  const areas = opened.areas.filter(({ id }) => photos.some(({ areaId }) => areaId === id));
  const area = areas.find(({ id }) => id === search.get('areaId')) ?? areas[0];
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Pictures</h1>
          <p>
            <Link to={`/clients/${client.id}`}>
              {client.givenName} {client.familyName}
            </Link>{' '}
            <span className="figures">{client.reference}</span>
          </p>
        </div>
      </header>
      {area === undefined ? (
        <section className="empty">
          <h2>No pictures yet</h2>
          <p>
            They are taken at Look, Spot and Watch, where the client has agreed to photographs for
            the record.
          </p>
        </section>
      ) : (
        <>
          {areas.length > 1 ? (
            <Choice
              label="Area"
              words={Object.fromEntries(areas.map((each) => [each.id, areaText(each)]))}
              value={area.id}
              onChange={(areaId) => setSearch({ areaId })}
            />
          ) : (
            <h2>{areaText(area)}</h2>
          )}
          <OfArea
            key={area.id}
            area={area}
            visits={opened.visits.filter(({ areaId }) => areaId === area.id)}
            photos={photos.filter(({ areaId }) => areaId === area.id)}
          />
        </>
      )}
    </div>
  );
}

function OfArea({
  area,
  visits,
  photos,
}: {
  area: Area;
  visits: readonly ClientVisit[];
  photos: readonly ClientPhoto[];
}) {
  const { timeZone } = useSignedIn().clinic;
  const traced = tracedOf(visits);
  const [firstId, setFirstId] = useState(traced?.photoId ?? photos[0]?.id);
  const [sheet, setSheet] = useState(false);
  const [nowId, setNowId] = useState(photos.at(-1)?.id);
  const compared = (id: string | undefined): Compared | null => {
    const photo = photos.find((each) => each.id === id);
    if (photo === undefined) return null;
    const widthMm = traced?.photoId === photo.id ? 10 * traced.widthCm : null;
    return { id: photo.id, widthMm, caption: shortDay(dayOf(photo.takenAt, timeZone)) };
  };
  const [first, now] = [compared(firstId), compared(nowId)];
  const toSheet = <Button onClick={() => setSheet(true)}>Sheet (PDF)…</Button>;
  return (
    <>
      <ol
        className="strip"
        aria-label={`${countText(photos.length, 'picture')} of ${areaText(area)}`}
      >
        {photos.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              className="strip-picture"
              aria-pressed={photo.id === nowId}
              onClick={() => setNowId(photo.id)}
            >
              <img
                src={`/api/photos/${photo.id}/thumbnail`}
                alt={`Picture of ${shortDay(dayOf(photo.takenAt, timeZone))}`}
              />
              <strong>{shortDay(dayOf(photo.takenAt, timeZone))}</strong>
              <span className="figures small">
                {photo.fromHome
                  ? 'from home'
                  : saidOf(visits.find(({ id }) => id === photo.visitId))}
              </span>
            </button>
            {photo.takenAs === null ? null : (
              <span className="small">{takenAsText(photo.takenAs)}</span>
            )}
            {photo.id === firstId ? (
              <span className="tag">held as the first</span>
            ) : (
              <Button size="small" onClick={() => setFirstId(photo.id)}>
                Hold as the first
              </Button>
            )}
          </li>
        ))}
      </ol>
      {sheet ? (
        <SheetDialog
          clientId={area.clientId}
          areaId={area.id}
          photos={photos}
          captionOf={({ takenAt }) => shortDay(dayOf(takenAt, timeZone))}
          onClose={() => setSheet(false)}
        />
      ) : null}
      {first === null || now === null || first.id === now.id ? (
        <>
          <p>Press another picture to compare it with the first.</p>
          {toSheet}
        </>
      ) : (
        <CompareBoard
          first={first}
          now={now}
          traced={traced}
          actions={toSheet}
          window={windowOf(visits, first.id)}
        />
      )}
    </>
  );
}

/** The newest design that is traced over a picture; null where none is. */
function tracedOf(visits: readonly ClientVisit[]): Traced | null {
  for (const { findings } of visits) {
    if (findings === null || !('ink' in findings)) continue;
    const { traced, parts = [] } = findings.ink;
    if (traced !== undefined) return { ...traced, parts };
  }
  return null;
}

/** Where hair was counted in a picture, px; null where it was not. */
function windowOf(visits: readonly ClientVisit[], photoId: string): Box | null {
  for (const { findings } of visits) {
    if (findings === null || !('hair' in findings)) continue;
    const { picture } = findings.hair.counted ?? {};
    if (picture?.photoId === photoId) return picture.window ?? null;
  }
  return null;
}

/** What was used and found in the visit of a picture. */
function saidOf(visit: ClientVisit | undefined): string {
  if (visit === undefined) return '';
  const light = visit.lights[0];
  const { findings, fading } = visit;
  const counted = findings !== null && 'hair' in findings ? findings.hair.hairsPerCm2 : undefined;
  const faded = fading?.fades[0]?.faded;
  return [
    light === undefined
      ? 'not treated'
      : `${nmText(light.wavelengthNm)}, ${fluenceText(light.setting)}`,
    counted === undefined ? '' : `${figure(counted)}/cm²`,
    faded === undefined ? '' : `${figure(100 * faded, 0)} % faded`,
  ]
    .filter((each) => each !== '')
    .join('; ');
}
