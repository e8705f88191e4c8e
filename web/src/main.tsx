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
