import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { NewPhoto } from '@tidy-quill/contract/photos';

/** What is said of a picture that waits. */
export interface WaitingPhoto extends NewPhoto {
  readonly visitId: string;
}

interface PhotoOutboxState {
  /** Pictures that this browser has kept and the server has not. */
  readonly waiting: readonly WaitingPhoto[];
  /** Why the server would not take one, by its id. */
  readonly refused: Readonly<Record<string, string>>;
}

const initialState: PhotoOutboxState = { waiting: [], refused: {} };

export const photoOutbox = createSlice({
  name: 'photoOutbox',
  initialState: initialState as PhotoOutboxState,
  reducers: {
    kept: (state, { payload }: PayloadAction<readonly WaitingPhoto[]>): PhotoOutboxState => ({
      ...state,
      waiting: [
        ...state.waiting.filter(({ id }) => payload.every((each) => each.id !== id)),
        ...payload,
      ],
    }),
    gone: (state, { payload }: PayloadAction<string>): PhotoOutboxState => {
      const { [payload]: _refused, ...refused } = state.refused;
      return { refused, waiting: state.waiting.filter(({ id }) => id !== payload) };
    },
    refused: (
      state,
      { payload }: PayloadAction<{ id: string; why: string }>,
    ): PhotoOutboxState => ({
      ...state,
      refused: { ...state.refused, [payload.id]: payload.why },
    }),
  },
});
