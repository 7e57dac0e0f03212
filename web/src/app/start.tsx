import { StrictMode } from 'react';
import type { Root } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter } from 'react-router';
import { onDeviceKey } from '../visit-engine/seal';
import { sealDrafts } from './draft';
import { fetchPageAt } from './page-code';
import { Pages } from './Pages';
import { startEngine } from './start-engine';
import { store } from './store';
import { withPhotos } from './with-photos';

/** Draws the whole application. */
export function start(root: Root): void {
  fetchPageAt(location.pathname);
  void startEngine();
  const takeUp = () => withPhotos(({ takeUpPhotos }) => store.dispatch(takeUpPhotos()));
  takeUp();
  onDeviceKey(() => {
    sealDrafts();
    takeUp();
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
