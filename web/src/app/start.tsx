import { StrictMode } from 'react';
import type { Root } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter } from 'react-router';
import { onDeviceKey } from '../visit-engine/seal';
import { sealDrafts } from './draft';
import { Pages } from './Pages';
import { takeUpPhotos } from './photo-outbox';
import { startEngine } from './start-engine';
import { store } from './store';

/** Draws the whole application. */
export function start(root: Root): void {
  void startEngine();
  void store.dispatch(takeUpPhotos());
  onDeviceKey(() => {
    sealDrafts();
    void store.dispatch(takeUpPhotos());
  });
  root.render(
    <StrictMode>
      <Provider store={store}>
        <BrowserRouter>
          <Pages />
        </BrowserRouter>
      </Provider>
    </StrictMode>,
  );
}
