/** The views of a shot, in the order of the work. */
export const VIEWS = [
  { path: 'desk', name: 'Desk' },
  { path: 'reference', name: 'Reference' },
  { path: 'sound', name: 'Sound' },
  { path: 'paint', name: 'Paint' },
  { path: 'export', name: 'Export' },
] as const;
