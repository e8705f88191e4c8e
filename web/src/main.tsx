import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css';
import '@fontsource-variable/bricolage-grotesque/index.css';
import './app/tokens.css';
import './app/base.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App';
import { Rescue } from './app/Broken';
import { openStore } from './store/theStore';
import { followPresses } from './ui/say';
import { startCore } from './workers/callCore';

startCore();
followPresses();
// When all is there, and nothing waits for it.
if (import.meta.env.PROD)
  addEventListener('load', () => setTimeout(() => void import('./app/offline').then((m) => m.keepForOffline()), 4000), {
    once: true,
  });
const root = createRoot(document.getElementById('root')!);
openStore().then(
  () =>
    root.render(
      <StrictMode>
        <App />
      </StrictMode>,
    ),
  (error: unknown) => root.render(<Rescue message={error instanceof Error ? error.message : String(error)} />),
);
