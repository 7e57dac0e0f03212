import './diary.css';
import { clientWords, type ClientWords } from '@tidy-quill/contract/client-words/index';
import type { DiaryPage as Opened } from '@tidy-quill/contract/diary';
import { PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import {
  isUrgentAtHome,
  REACTION_SIGNS,
  SEEN_AT_HOME,
  TRENDS,
  type HomeEntry,
  type ReactionSign,
  type SeenAtHome,
  type Trend,
} from '@tidy-quill/core/reaction';
import { daysBetween } from '@tidy-quill/core/units';
import { Button, Skeleton } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { useParams } from 'react-router';
import { v7 } from 'uuid';
import {
  useDiaryPageQuery,
  useSendDiaryPhotoMutation,
  useWriteDiaryMutation,
} from '../../app/after-api';
import { problemText } from '../../app/api';
import { useDraft } from '../../app/draft';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { ByLink } from '../../widgets/ByLink';
import { Notice } from '../../widgets/Notice';
import { Ticks } from '../../widgets/Ticks';
import { useLatest } from '../../widgets/use-latest';
import { WrittenSoFar } from './WrittenSoFar';

const MOST_PHOTOS = 3;

/** What a client sees at home for some weeks: how it heals today, a picture, and what was advised. */
export function DiaryPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading, refetch } = useDiaryPageQuery(token);
  return (
    <ByLink language={data?.language.code}>
      <main className="ahead">
        {isLoading ? <Skeleton active paragraph={{ rows: 10 }} /> : null}
        {error === undefined || data !== undefined ? null : (
          <Notice kind="stop" title="This diary cannot be opened">
            <p>{problemText(error)}</p>
          </Notice>
        )}
        {data === undefined ? null : (
          <Diary token={token} page={data} onKept={() => void refetch()} />
        )}
      </main>
    </ByLink>
  );
}

interface Draft {
  readonly id: string;
  readonly trend: Trend | null;
  readonly seen: readonly SeenAtHome[];
  readonly signs: readonly ReactionSign[];
  readonly note: string;
  readonly photoIds: readonly string[];
  /** The entry of today that this one corrects. */
  readonly replaces: string | null;
}

const empty = (): Draft => ({
  id: v7(),
  trend: null,
  seen: [],
  signs: [],
  note: '',
  photoIds: [],
  replaces: null,
});

function Diary({ token, page, onKept }: { token: string; page: Opened; onKept: () => void }) {
  const words = clientWords('diary', page.language);
  const { say } = words;
  // Only in this tab: nobody's health is to stay behind on a phone.
  const [first] = useState(empty);
  const [kept, setDraft, clear] = useDraft<Draft>(
    `diary ${token.slice(0, 8)}`,
    first,
    sessionStorage,
  );
  // A draft that an earlier version kept lacks the newer fields.
  const draft = { ...first, ...kept };
  const [write, { isLoading, isSuccess, error }] = useWriteDiaryMutation();
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const { trend, seen, signs, note, photoIds, replaces } = draft;
  const [sendPhoto, sending] = useSendDiaryPhotoMutation();
  const now = useLatest({ photoIds, change });
  const take = async (picture: File) => {
    const id = v7();
    const kept = await sendPhoto({ token, id, picture });
    // What was said while it was sent stays.
    if (kept.error === undefined) now.current.change({ photoIds: [...now.current.photoIds, id] });
  };
  const day = daysBetween(page.treatedOn, page.today);
  // Stays after it was sent, while the page is read again, and after a reload, until a later entry says otherwise.
  const [sent, setSent] = useState<HomeEntry | undefined>();
  const told = { ...draft, trend: draft.trend ?? 'same' };
  const urgent = [told, sent, page.entries[0]].some(
    (entry) => entry !== undefined && isUrgentAtHome(entry, page.job),
  );
  const keep = async () => {
    if (trend === null) return;
    const entry = { ...draft, trend, seen: [...seen], signs: [...signs], photoIds: [...photoIds] };
    if ((await write({ ...entry, token })).error !== undefined) return;
    setSent(entry);
    clear();
    setDraft(empty());
    onKept();
  };
  return (
    <>
      <h1>{say('page.heading', { name: page.givenName })}</h1>
      <p>
        {page.clinicName}. {day === 0 ? say('page.dayOfVisit') : say('page.dayAfter', { day })}
      </p>
      {urgent ? (
        <div className="diary-urgent">
          <Notice kind="stop" title={say('page.urgent')}>
            <p>
              <WithNumbers
                text={say('page.urgentDo', {
                  emergency: page.emergencyPhone,
                  phone: page.clinicPhone,
                })}
                numbers={[page.emergencyPhone, page.clinicPhone]}
              />
            </p>
          </Notice>
        </div>
      ) : null}
      {replaces === null ? null : (
        <p role="status">
          {say('page.correcting')}{' '}
          <Button size="small" onClick={() => setDraft(empty())}>
            {say('page.leaveAsItWas')}
          </Button>
        </p>
      )}
      <Choice
        label={say(day === 0 ? 'page.sinceVisit' : 'page.sinceYesterday')}
        words={said(TRENDS, (each) => say(`trend.${each}`))}
        value={trend}
        onChange={(next) => change({ trend: next })}
      />
      <Ticks
        label={say('page.whatSeen')}
        values={SEEN_AT_HOME}
        words={said(SEEN_AT_HOME, (each) => say(`seen.${each}`))}
        chosen={seen}
        onChange={(next) => change({ seen: next })}
      />
      <Ticks
        label={say('page.anyOfThis')}
        values={REACTION_SIGNS}
        words={said(REACTION_SIGNS, (each) => say(`sign.${each}`))}
        chosen={signs}
        onChange={(next) => change({ signs: next })}
      />
      {page.mayPhotograph ? (
        <HomePhotos
          words={words}
          ids={photoIds}
          sending={sending}
          onTake={(picture) => void take(picture)}
        />
      ) : null}
      <Field label={say('page.anythingElse')}>
        {(field) => (
          <TextArea
            {...field}
            rows={3}
            maxLength={1000}
            value={note}
            onChange={({ target }) => change({ note: target.value })}
          />
        )}
      </Field>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {say('page.failed')} {words.code === 'en' ? problemText(error) : ''}
        </p>
      )}
      <Button
        type="primary"
        size="large"
        disabled={trend === null || sending.isLoading}
        loading={isLoading || sending.isLoading}
        onClick={() => void keep()}
      >
        {say(replaces === null ? 'page.send' : 'page.sendCorrection')}
      </Button>
      {trend === null ? <p className="small">{say('page.trendFirst')}</p> : null}
      {isSuccess && trend === null ? (
        <p role="status">
          {say('page.thanks')} {say(urgent ? 'page.callAllTheSame' : 'page.comeBack')}
        </p>
      ) : null}
      <WrittenSoFar
        page={page}
        words={words}
        onCorrect={({ id, givenAt: _at, ...old }) => setDraft({ ...empty(), ...old, replaces: id })}
      />
      <h2>{say('page.advice')}</h2>
      <ul>
        {page.advice.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p>
        <strong>
          {say('page.call', { phone: page.clinicPhone, emergency: page.emergencyPhone })}
        </strong>
      </p>
    </>
  );
}

/** A sentence in which telephone numbers can be pressed. */
function WithNumbers({ text, numbers }: { text: string; numbers: readonly string[] }) {
  const found = numbers.filter((number) => number !== '' && text.includes(number));
  const parts = found.reduce<readonly string[]>(
    (list, number) =>
      list.flatMap((part) =>
        found.includes(part)
          ? [part]
          : part.split(number).flatMap((each, index) => (index === 0 ? [each] : [number, each])),
      ),
    [text],
  );
  return parts.map((part, index) =>
    found.includes(part) ? (
      <a key={index} href={`tel:${part.replace(/\s/g, '')}`}>
        {part}
      </a>
    ) : (
      part
    ),
  );
}

const said = <K extends string>(keys: readonly K[], say: (key: K) => string) =>
  Object.fromEntries(keys.map((key) => [key, say(key)])) as Record<K, string>;

function HomePhotos({
  words,
  ids,
  sending,
  onTake,
}: {
  words: ClientWords<'diary'>;
  ids: readonly string[];
  sending: { readonly isLoading: boolean; readonly error?: unknown };
  onTake: (picture: File) => void;
}) {
  return (
    <>
      <Field label={words.say('page.picture', { count: ids.length, most: MOST_PHOTOS })}>
        {({ id }) => (
          <input
            id={id}
            type="file"
            accept={PHOTO_TYPES.join(',')}
            capture="environment"
            disabled={ids.length >= MOST_PHOTOS || sending.isLoading}
            onChange={({ target }) => {
              const picture = target.files?.[0];
              target.value = '';
              if (picture !== undefined) onTake(picture);
            }}
          />
        )}
      </Field>
      {sending.error === undefined ? null : (
        <p className="field-error" role="alert">
          {words.code === 'en' ? problemText(sending.error) : words.say('page.failed')}
        </p>
      )}
    </>
  );
}
