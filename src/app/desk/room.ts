/** The room the paper has on screen, for commands that work about its middle. Set by the paper on screen. */
let room = { width: 800, height: 500 };

export function setPaperRoom(size: { width: number; height: number }): void {
  room = size;
}

export function paperRoom(): { width: number; height: number } {
  return room;
}
