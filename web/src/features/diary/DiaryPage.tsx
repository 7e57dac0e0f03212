import type { DiaryPage as Opened } from '@tidy-quill/contract/diary';
import { PHOTO_TYPES } from '@tidy-quill/contract/photos';
import {
  REACTION_SIGNS,
  URGENT_SIGNS,
  type ReactionSign,
  type Trend,
} from '@tidy-quill/core/reaction';
import { daysBetween } from '@tidy-quill/core/units';
import { Button, Checkbox, ConfigProvider, Input, Skeleton } from 'antd';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { v7 } from 'uuid';
import {
  useDiaryPageQuery,
  useSendDiaryPhotoMutation,
  useWriteDiaryMutation,
} from '../../app/after-api';
import { problemText } from '../../app/api';
import { useDraft } from '../../app/draft';
import { antThemeFor, applyPalette } from '../../app/theme';
import { SIGN_WORDS, TREND_WORDS, untilText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';

const MOST_PHOTOS = 3;

/** What a client sees at home for some weeks: how it heals today, a picture, and what was advised. */
export function DiaryPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading, refetch } = useDiaryPageQuery(token);
  useEffect(() => applyPalette('paper'), []);
  return (
    <ConfigProvider theme={antThemeFor('paper')} wave={{ disabled: true }}>
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
    </ConfigProvider>
  );
}

interface Draft {
  readonly id: string;
  readonly trend: Trend | null;
  readonly signs: readonly ReactionSign[];
  readonly note: string;
  readonly photoIds: readonly string[];
}

const empty = (): Draft => ({ id: v7(), trend: null, signs: [], note: '', photoIds: [] });

function Diary({ token, page, onKept }: { token: string; page: Opened; onKept: () => void }) {
  // Only in this tab: nobody's health is to stay behind on a phone.
  const [first] = useState(empty);
  const [draft, setDraft, clear] = useDraft<Draft>(
    `diary ${token.slice(0, 8)}`,
    first,
    sessionStorage,
  );
  const [write, { isLoading, isSuccess, error }] = useWriteDiaryMutation();
  const [sendPhoto, sending] = useSendDiaryPhotoMutation();
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const { trend, signs, note, photoIds } = draft;
  const grave = signs.some((sign) => URGENT_SIGNS.includes(sign));
  const day = daysBetween(page.treatedOn, page.today);
  const keep = async () => {
    if (trend === null) return;
    const entry = { ...draft, trend, signs: [...signs], photoIds: [...photoIds], token };
    if ((await write(entry)).error !== undefined) return;
    clear();
    setDraft(empty());
    onKept();
  };
  const take = async (picture: File) => {
    const id = v7();
    const kept = await sendPhoto({ token, id, picture });
    if (kept.error === undefined) change({ photoIds: [...photoIds, id] });
  };
  return (
    <>
      <h1>How is it healing, {page.givenName}?</h1>
      <p>
        {page.clinicName}. Day {day} after your visit.
      </p>
      <Choice
        label="Since yesterday it is"
        words={TREND_WORDS}
        value={trend}
        onChange={(next) => change({ trend: next })}
      />
      <div className="choice">
        <span className="choice-label" id="diary-signs">
          Is any of this there?
        </span>
        <Checkbox.Group
          className="sign-list"
          aria-labelledby="diary-signs"
          value={[...signs]}
          onChange={(next) => change({ signs: next as ReactionSign[] })}
          options={REACTION_SIGNS.map((sign) => ({ value: sign, label: SIGN_WORDS[sign] }))}
        />
      </div>
      {grave ? (
        <Notice kind="stop" title="Do not wait for our answer">
          <p>
            See a doctor now, or call {page.emergencyPhone}. Then call us: {page.clinicPhone}.
          </p>
        </Notice>
      ) : null}
      {page.mayPhotograph ? (
        <Field label={`A picture, ${photoIds.length} of ${MOST_PHOTOS}`}>
          {({ id }) => (
            <input
              id={id}
              type="file"
              accept={PHOTO_TYPES.join(',')}
              capture="environment"
              disabled={photoIds.length >= MOST_PHOTOS || sending.isLoading}
              onChange={({ target }) => {
                const picture = target.files?.[0];
                target.value = '';
                if (picture !== undefined) void take(picture);
              }}
            />
          )}
        </Field>
      ) : null}
      {sending.error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(sending.error)}
        </p>
      )}
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
        Send it to the clinic
      </Button>
      {isSuccess && trend === null ? (
        <p role="status">Thank you, it has arrived. Come back tomorrow.</p>
      ) : null}
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
