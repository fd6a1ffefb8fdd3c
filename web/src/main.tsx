import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import 'antd/dist/reset.css';
import './app/tokens.css';
import './app/base.css';
import './parts/parts.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { fetchPieces, Site } from './app/routes.tsx';
import { Themed } from './app/Themed.tsx';
import { prefetchFor } from './state/prefetch.ts';
import { store } from './state/store.ts';

fetchPieces(location.pathname);
prefetchFor(location.pathname);
const root = document.getElementById('root');
if (!root) throw new Error('the page has no root element');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <Themed>
        <Site />
      </Themed>
    </Provider>
  </StrictMode>,
);
