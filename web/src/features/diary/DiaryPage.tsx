import './diary.css';
import type { DiaryPage as Opened } from '@tidy-quill/contract/diary';
import { PHOTO_TYPES } from '@tidy-quill/contract/photos';
import {
  isUrgentAtHome,
  REACTION_SIGNS,
  SEEN_AT_HOME,
  type HomeEntry,
  type ReactionSign,
  type SeenAtHome,
  type Trend,
} from '@tidy-quill/core/reaction';
import { daysBetween } from '@tidy-quill/core/units';
import { Button, Input, Skeleton } from 'antd';
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
import { HOME_SIGN_WORDS, SEEN_WORDS, TREND_WORDS, untilText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { ByLink } from '../../widgets/ByLink';
import { Notice } from '../../widgets/Notice';
import { Ticks } from '../../widgets/Ticks';
import { WrittenSoFar } from './WrittenSoFar';

const MOST_PHOTOS = 3;

/** What a client sees at home for some weeks: how it heals today, a picture, and what was advised. */
export function DiaryPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading, refetch } = useDiaryPageQuery(token);
  return (
    <ByLink>
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
      <h1>How is it healing, {page.givenName}?</h1>
      <p>
        {page.clinicName}. {day === 0 ? 'The day of your visit.' : `Day ${day} after your visit.`}
      </p>
      {urgent ? (
        <div className="diary-urgent">
          <Notice kind="stop" title="Do not wait for our answer">
            <p>
              See a doctor now, or call{' '}
              <a href={`tel:${page.emergencyPhone}`}>{page.emergencyPhone}</a>. Then call us:{' '}
              <a href={`tel:${page.clinicPhone.replace(/\s/g, '')}`}>{page.clinicPhone}</a>.
            </p>
          </Notice>
        </div>
      ) : null}
      {replaces === null ? null : (
        <p role="status">
          You are correcting what you wrote today.{' '}
          <Button size="small" onClick={() => setDraft(empty())}>
            Leave it as it was
          </Button>
        </p>
      )}
      <Choice
        label={day === 0 ? 'Since your visit it is' : 'Since yesterday it is'}
        words={TREND_WORDS}
        value={trend}
        onChange={(next) => change({ trend: next })}
      />
      <Ticks
        label="What do you see?"
        values={SEEN_AT_HOME}
        words={SEEN_WORDS}
        chosen={seen}
        onChange={(next) => change({ seen: next })}
      />
      <Ticks
        label="Is any of this there?"
        values={REACTION_SIGNS}
        words={HOME_SIGN_WORDS}
        chosen={signs}
        onChange={(next) => change({ signs: next })}
      />
      {page.mayPhotograph ? (
        <HomePhotos token={token} ids={photoIds} onIds={(next) => change({ photoIds: next })} />
      ) : null}
      <Field label="Anything else">
        {(field) => (
          <Input.TextArea
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
          Not sent yet: {problemText(error)} What you wrote is still here.
        </p>
      )}
      <Button
        type="primary"
        size="large"
        disabled={trend === null}
        loading={isLoading}
        onClick={() => void keep()}
      >
        {replaces === null ? 'Send it to the clinic' : 'Send the correction'}
      </Button>
      {trend === null ? <p className="small">Say first whether it is better or worse.</p> : null}
      {isSuccess && trend === null ? (
        <p role="status">
          Thank you, it has arrived.{' '}
          {urgent ? 'The clinic sees it now. Please call all the same.' : 'Come back tomorrow.'}
        </p>
      ) : null}
      <WrittenSoFar
        page={page}
        onCorrect={({ id, givenAt: _at, ...old }) => setDraft({ ...empty(), ...old, replaces: id })}
      />
      <h2>What we told you</h2>
      <ul>
        {page.advice.map(({ code, text, until, sayFrom }) => (
          <li key={code}>
            {text ?? code} {until === null ? '' : untilText({ until, sayFrom })}
          </li>
        ))}
      </ul>
      <p>
        <strong>
          Call us: {page.clinicPhone}. Emergency: {page.emergencyPhone}.
        </strong>
      </p>
    </>
  );
}

function HomePhotos({
  token,
  ids,
  onIds,
}: {
  token: string;
  ids: readonly string[];
  onIds: (ids: readonly string[]) => void;
}) {
  const [sendPhoto, sending] = useSendDiaryPhotoMutation();
  const take = async (picture: File) => {
    const id = v7();
    const kept = await sendPhoto({ token, id, picture });
    if (kept.error === undefined) onIds([...ids, id]);
  };
  return (
    <>
      <Field label={`A picture, ${ids.length} of ${MOST_PHOTOS}`}>
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
              if (picture !== undefined) void take(picture);
            }}
          />
        )}
      </Field>
      {sending.error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(sending.error)}
        </p>
      )}
    </>
  );
}
