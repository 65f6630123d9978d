import 'reflect-metadata';
import '@fontsource-variable/instrument-sans';
import '@fontsource-variable/spline-sans-mono';
import '@fontsource-variable/bricolage-grotesque';
import './theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App.tsx';
import { readKeys } from './commands/keyboard.ts';
import { db } from './library.ts';

void readKeys(db).catch(() => undefined);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
