import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import 'antd/dist/reset.css';
import './app/zero.css';
import './app/tokens.css';
import './app/base.css';
import './parts/parts.css';
import { ConfigProvider } from 'antd';
import { StrictMode, type ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { Waiting } from './app/Broken.tsx';
import { fetchPieces, Site } from './app/routes.tsx';
import { pageIsUp } from './app/piece.tsx';
import { Themed } from './app/Themed.tsx';
import { prefetchFor } from './state/prefetch.ts';
import { store } from './state/store.ts';

/** Where no page says that it is up, this long after the start, ms. */
const REGISTER_MS = 5000;

const pieces = fetchPieces(location.pathname);
prefetchFor(location.pathname);
const root = document.getElementById('root');
if (!root) throw new Error('the page has no root element');
const themed = (children: ReactNode) => (
  <Provider store={store}>
    <Themed>{children}</Themed>
  </Provider>
);
// Messages and questions look like the rest; their code comes with the pages that ask.
ConfigProvider.config({ holderRender: themed });
const page = createRoot(root);
page.render(themed(<Waiting />));
void pieces.then(() => page.render(<StrictMode>{themed(<Site />)}</StrictMode>));
// After the page, so that what is kept for later does not hold up what is wanted now.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  void Promise.race([pageIsUp, new Promise((resolve) => setTimeout(resolve, REGISTER_MS))])
    .then(() => import('./app/register.tsx'))
    .then((m) => m.register());
