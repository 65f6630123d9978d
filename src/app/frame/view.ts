import type { ComponentType } from 'react';

/** A view of a shot: what fills the window under the top bar. Its file holds all that others need to know of it. */
export interface View {
  /** The last part of its address. */
  path: string;
  /** As it stands in the top bar. */
  name: string;
  /** Loaded when it is first shown. */
  Screen: ComponentType;
  /** Tools can be used in it. */
  hasPaper: boolean;
}

/** Whether that view is shown now: commands whose keys live in one view only ask this. */
export function inView(path: string): boolean {
  return location.pathname.endsWith(`/${path}`);
}
