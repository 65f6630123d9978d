import 'reflect-metadata';
import '@fontsource-variable/instrument-sans';
import '@fontsource-variable/spline-sans-mono';
import '@fontsource-variable/bricolage-grotesque';
import './theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { WorkerFailed, WorkStopped } from '../workers/worker-host.ts';
import { App } from './App.tsx';
import { lately } from './commands/lately.ts';
import { ownKeys } from './commands/own-keys.ts';
import { say } from './frame/saying.ts';
import { guided } from './help/guided.ts';
import { db } from './library.ts';
import { ownBrushes } from './session/brushes.ts';
import { clearOldDeliveries, deliveries } from './session/deliveries.ts';
import { hand } from './session/hand.ts';
import { followLooks, looks } from './session/looks.ts';
import { keepForOffline } from './session/offline.ts';
import { ownCharts } from './session/own-charts.ts';
import { ownWords } from './session/own-words.ts';
import { shelfWishes } from './shots/shelf.ts';

// What fails where nobody waits for it still gets its sentence; work that was stopped is no failure.
addEventListener('unhandledrejection', (event) => {
  if (event.reason instanceof WorkStopped) event.preventDefault();
  else if (event.reason instanceof WorkerFailed) {
    event.preventDefault();
    say(event.reason.message);
  }
});

// Deliveries belong to the window: they go on from view to view and from shot to shot, and end with the page.
addEventListener('beforeunload', (event) => {
  if (deliveries.busy) event.preventDefault();
});
void clearOldDeliveries(Date.now());

keepForOffline();

const root = document.getElementById('root')!;
// Nothing asks the store for anything before it is open; after a crash that can take some seconds, and is said.
const waiting = setTimeout(() => {
  root.textContent = 'Opening the store of shots…';
}, 600);
void db
  .ready()
  .then(() => {
    void looks
      .read(db)
      .catch(() => undefined)
      .finally(() => followLooks());
    for (const kept of [ownKeys, lately, shelfWishes, ownBrushes, hand, ownWords, ownCharts, guided])
      void kept.read(db).catch(() => undefined);
  })
  // Said once there is something to say it on.
  .catch((error: Error) => void setTimeout(() => say(error.message), 500))
  .finally(() => {
    clearTimeout(waiting);
    root.textContent = '';
    createRoot(root).render(
      <StrictMode>
        <App />
      </StrictMode>,
    );
  });
