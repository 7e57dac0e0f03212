import type { TakenAs } from '@tidy-quill/core/picture';
import { createStore, del, entries, get, keys, set } from 'idb-keyval';
import { v7 } from 'uuid';
import { api, problemText } from './api';
import { photoOutbox, type WaitingPhoto } from './photo-slice';
import { visitApi } from './visit-api';
import type { AppDispatch, RootState } from './store';
import { nowText } from '../visit-engine/clock';
import { hasDeviceKey, seal, sealValue, unseal, unsealValue } from '../visit-engine/seal';

/** A picture as it waits here: sealed, as what is said of it is. */
interface Shelved {
  readonly about: Uint8Array;
  readonly type: string;
  readonly picture: Uint8Array;
}

/** As an earlier release left it. */
interface ShelvedOpen extends WaitingPhoto {
  readonly picture: Blob;
}

const shelf = createStore('tidy-quill-photos', 'waiting');

/** The picture itself while it waits here; null once it is sent, and while it cannot be read. */
export async function waitingPicture(id: string): Promise<Blob | null> {
  const kept = await get<Shelved | ShelvedOpen>(id, shelf);
  if (kept === undefined) return null;
  if ('visitId' in kept) return kept.picture;
  const bytes = unseal(kept.picture);
  return bytes === null ? null : new Blob([bytes.slice()], { type: kept.type });
}

async function shelve(about: WaitingPhoto, picture: Blob): Promise<void> {
  const bytes = new Uint8Array(await picture.arrayBuffer());
  const sealed = { about: sealValue(about), type: picture.type, picture: seal(bytes) };
  await set(about.id, sealed satisfies Shelved, shelf);
}

/** What is said of a picture that waits; null while it cannot be read. An earlier release left it open: it is sealed now. */
async function readShelved(kept: Shelved | ShelvedOpen): Promise<WaitingPhoto | null> {
  if (!('visitId' in kept)) return unsealValue<WaitingPhoto>(kept.about);
  const { picture, ...about } = kept;
  if (hasDeviceKey()) await shelve(about, picture);
  return about;
}

/** How many pictures wait here, whether or not they can be read. */
export const countShelved = async (): Promise<number> => (await keys(shelf)).length;

/** Keeps a picture in the browser's own database, then sends it as soon as it can; gives its id. */
export const keepPhoto =
  (visitId: string, areaId: string, picture: Blob, takenAs?: TakenAs) =>
  async (dispatch: AppDispatch): Promise<string> => {
    const about = { id: v7(), visitId, areaId, takenAt: nowText(), ...takenAs };
    await shelve(about, picture);
    dispatch(photoOutbox.actions.kept([about]));
    void dispatch(sendPhotos());
    return about.id;
  };

/** Takes a picture off that was never wanted, or that the server refused. */
export const dropPhoto = (id: string) => async (dispatch: AppDispatch) => {
  await del(id, shelf);
  dispatch(photoOutbox.actions.gone(id));
};

/** Takes up what an earlier page left behind. */
export const takeUpPhotos = () => async (dispatch: AppDispatch) => {
  const all = await entries<string, Shelved | ShelvedOpen>(shelf);
  const read = await Promise.all(all.map(([, kept]) => readShelved(kept)));
  dispatch(photoOutbox.actions.kept(read.filter((each) => each !== null)));
  await dispatch(sendPhotos());
};

let sending = false;

/** Sends what waits, one by one; what the server refuses stays here with the reason. */
export const sendPhotos =
  () =>
  async (dispatch: AppDispatch, getState: () => RootState): Promise<void> => {
    if (sending || api.endpoints.me.select()(getState()).data === undefined) return;
    sending = true;
    try {
      for (let next = nextOf(getState()); next !== undefined; next = nextOf(getState())) {
        if (!(await send(dispatch, next))) return;
      }
    } finally {
      sending = false;
    }
  };

const nextOf = ({ photoOutbox: { waiting, refused } }: RootState) =>
  waiting.find(({ id }) => refused[id] === undefined);

/** Sends one picture; false where it has to wait for the link. */
async function send(dispatch: AppDispatch, about: WaitingPhoto): Promise<boolean> {
  const picture = await waitingPicture(about.id);
  if (picture === null) {
    dispatch(photoOutbox.actions.gone(about.id));
    return true;
  }
  const result = await dispatch(visitApi.endpoints.sendPhoto.initiate({ ...about, picture }));
  if (result.error === undefined) {
    await dispatch(dropPhoto(about.id));
    return true;
  }
  const { status } = result.error as { status?: unknown };
  if (status !== 400 && status !== 422) return false;
  const why = problemText(result.error);
  dispatch(photoOutbox.actions.refused({ id: about.id, why }));
  return true;
}
