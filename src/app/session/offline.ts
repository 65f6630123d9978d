/// <reference types="vite-plugin-pwa/vanillajs" />
/**
 * Working without the server: the parts of the application are kept in the browser by a service worker. A new version is fetched and
 * waits; it is taken when the person says so, and all parts that are loaded until then are of the old one.
 */
import { registerSW } from 'virtual:pwa-register';
import { createStore } from 'zustand/vanilla';

interface Offline {
  /** Everything needed is kept: the application opens without the server. */
  ready: boolean;
  /** A new version waits; taking it loads the page anew. */
  take: (() => void) | null;
}

export const offline = createStore<Offline>(() => ({ ready: false, take: null }));

/** Parts are fetched when the first work of the page is long done: seven megabytes are stored. */
const LATER_MS = 45_000;

export function keepForOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  if (navigator.serviceWorker.controller) offline.setState({ ready: true });
  setTimeout(() => {
    const update = registerSW({
      onOfflineReady: () => offline.setState({ ready: true }),
      onNeedRefresh: () => offline.setState({ take: () => void update(true) }),
    });
  }, LATER_MS);
}
