import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Filter } from '@tidy-quill/core/eyewear';
import type { ThemeName } from './palette';
import { keepRoom, keptRoom } from './kept-room';

interface ViewState {
  readonly room: 'light' | 'dim';
  /** The eyewear that is worn; null for none. */
  readonly eyewear: Exclude<Filter, 'clear'> | null;
}

const initialState: ViewState = {
  room: keptRoom(),
  eyewear: null,
};

/** How the screen is lit: for paper or a dim room, or for the eyes behind a lens. */
export const view = createSlice({
  name: 'view',
  initialState: initialState as ViewState,
  reducers: {
    roomChanged: (state, { payload }: PayloadAction<ViewState['room']>): ViewState => {
      keepRoom(payload);
      return { ...state, room: payload };
    },
    eyewearChanged: (state, { payload }: PayloadAction<ViewState['eyewear']>): ViewState => ({
      ...state,
      eyewear: payload,
    }),
  },
});

export const themeOf = ({ room, eyewear }: ViewState): ThemeName => eyewear ?? room;
