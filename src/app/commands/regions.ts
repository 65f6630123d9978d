/** Going from one region of the window to the next by key: rail, options, paper, roll, sheet, panels, bars. */
import type { Command } from './register.ts';

/** Regions have a name that is read aloud; those inside of another are gone to through it. */
const REGIONS =
  'header, nav[aria-label], main > *, footer, section[aria-label], aside[aria-label], [role="region"][aria-label], [role="toolbar"][aria-label]';
const FOCUSABLE =
  'button:not([disabled]), a[href], input:not([disabled]), select:not([disabled]), textarea:not([disabled]), [tabindex]:not([tabindex="-1"])';

const seen = (element: Element): boolean => element.getClientRects().length > 0;

/** The regions in sight that hold something to go to, each without those that lie inside of another with a name. */
function regions(): HTMLElement[] {
  const all = [...document.querySelectorAll<HTMLElement>(REGIONS)].filter(seen);
  return all.filter((each) => first(each) !== null && !all.some((other) => other !== each && each.contains(other)));
}

function first(region: HTMLElement): HTMLElement | null {
  return [...region.querySelectorAll<HTMLElement>(FOCUSABLE)].find(seen) ?? null;
}

function go(by: 1 | -1): void {
  const all = regions();
  if (all.length === 0) return;
  const at = all.findIndex((region) => region.contains(document.activeElement));
  const next = all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length];
  first(next)?.focus({ focusVisible: true } as FocusOptions);
}

export const regionCommands: Command[] = [
  { id: 'region-next', name: 'To the next part of the window', group: 'Window', keys: ['F6'], run: () => go(1) },
  {
    id: 'region-before',
    name: 'To the part of the window before',
    group: 'Window',
    keys: ['Shift+F6'],
    run: () => go(-1),
  },
];
