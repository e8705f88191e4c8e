import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css';
import '@fontsource-variable/bricolage-grotesque/index.css';
import './app/tokens.css';
import './app/look.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App';
import { Rescue } from './app/Broken';
import { openStore } from './store/theStore';
import { startCore } from './workers/callCore';

const root = createRoot(document.getElementById('root')!);
startCore();
openStore().then(
  () =>
    root.render(
      <StrictMode>
        <App />
      </StrictMode>,
    ),
  (error: unknown) => root.render(<Rescue message={error instanceof Error ? error.message : String(error)} />),
);
