import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api';
import { photoOutbox } from './photo-slice';
import { view } from './view';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    photoOutbox: photoOutbox.reducer,
    view: view.reducer,
  },
  middleware: (standard) => standard().concat(api.middleware),
});

setupListeners(store.dispatch);

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
