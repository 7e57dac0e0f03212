import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
// The first lacks µ, Greek and the marks; a browser fetches of these what a page needs.
import '@fontsource-variable/noto-sans/wght.css';
import '@fontsource/noto-sans-symbols-2/400.css';
import 'antd/dist/reset.css';
import './app/base.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { defined } from '@tidy-quill/core/units';
import { sealDrafts } from './app/draft';
import { startEngine } from './app/start-engine';
import { takeUpPhotos } from './app/photo-outbox';
import { router } from './app/router';
import { store } from './app/store';
import { onDeviceKey } from './visit-engine/seal';

void startEngine();
void store.dispatch(takeUpPhotos());
onDeviceKey(() => {
  sealDrafts();
  void store.dispatch(takeUpPhotos());
});

createRoot(defined(document.getElementById('root'))).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
