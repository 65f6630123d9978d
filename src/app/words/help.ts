/** The help page: the work in its order, each step with the commands it is done by and the view it is done in. */

interface HelpStep {
  words: string;
  /** Commands by their ids; their keys stand beside the step as they are now. */
  commands: readonly string[];
}

export interface HelpChapter {
  id: string;
  title: string;
  /** The view of a shot it is done in, by its path. */
  view: 'desk' | 'reference' | 'sound' | 'paint' | 'checks' | 'export';
  about: string;
  steps: readonly HelpStep[];
}

export const HELP: readonly HelpChapter[] = [
  {
    id: 'draw',
    title: 'Draw and flip',
    view: 'desk',
    about: 'Paper in the middle, tools beside it, the drawings around this one in the Roll, the sheet upright.',
    steps: [
      {
        words: 'Take Pencil or Pen and draw. The first line on an empty frame makes a drawing.',
        commands: ['tool-pencil', 'tool-pen'],
      },
      { words: 'Put a new drawing after this one and go on over its ghost.', commands: ['new-drawing', 'ghosts'] },
      {
        words: 'Flip between the drawings; hold the key to roll through them.',
        commands: ['flip-back', 'flip-on', 'roll'],
      },
      {
        words: 'Rub out, pick, knead and redraw pieces of lines: lines stay lines.',
        commands: ['tool-eraser', 'tool-pick', 'tool-knead', 'tool-redraw'],
      },
      {
        words: 'Turn, mirror and move the paper under the hand.',
        commands: ['turn-left', 'turn-right', 'mirror', 'fit'],
      },
      { words: 'Take a ghost off its pegs to draw over another pose.', commands: ['tool-pegs', 'pegs-all'] },
    ],
  },
  {
    id: 'time',
    title: 'Time it on the sheet',
    view: 'desk',
    about: 'Frames run down, layers across. A line is a hold; a circled number is a key.',
    steps: [
      {
        words: 'Hold a drawing longer or shorter; what follows is pushed.',
        commands: ['hold-longer', 'hold-shorter', 'type-hold'],
      },
      { words: 'Slide a change without moving the rest.', commands: ['slide-earlier', 'slide-later'] },
      {
        words: 'Choose frames and put them on ones, on twos, there and back.',
        commands: ['choose-down', 'on-twos', 'there-and-back'],
      },
      { words: 'Use a drawing again, or make it its own.', commands: ['reuse', 'make-own'] },
      { words: 'Play, play a range, look at it slowly.', commands: ['play', 'range-from', 'range-to', 'slower'] },
      {
        words: 'Write notes, name frames, keep a timing and lay it beside another.',
        commands: ['note', 'marker', 'keep-version', 'version-beside'],
      },
    ],
  },
  {
    id: 'between',
    title: 'In-betweens',
    view: 'desk',
    about: 'Mark the keys, space the chart between them, let the drawings between be proposed.',
    steps: [
      { words: 'Mark keys and breakdowns.', commands: ['mark-key', 'mark-breakdown'] },
      { words: 'Put ticks on the timing chart and space them.', commands: ['chart-card', 'tick-more', 'chart-next'] },
      {
        words: 'Let the in-betweens be drawn; look at the pairs, then put them down.',
        commands: ['between-draw', 'between-seen', 'between-down'],
      },
      { words: 'Redraw a key: first passes no hand has touched are drawn anew.', commands: ['between-redo'] },
    ],
  },
  {
    id: 'sound',
    title: 'Sound and mouths',
    view: 'sound',
    about: 'Tracks, the words of a line, what is heard when; mouths laid after it.',
    steps: [
      { words: 'Drop a sound onto a track, cut it, pin it to a drawing.', commands: ['clip-cut', 'pin-sound'] },
      { words: 'Write the words and let the line be read onto the sheet.', commands: ['sound-reading', 'read-clip'] },
      {
        words: 'Fill mouths from the reading, and lay single ones by number.',
        commands: ['mouths-fill', 'mouth-closed', 'mouths-sit'],
      },
    ],
  },
  {
    id: 'clean',
    title: 'Clean up',
    view: 'desk',
    about: 'A clean layer over the rough, in the order keys, breakdowns, in-betweens.',
    steps: [
      {
        words: 'Put a clean layer above; the rough becomes a guide in a tint.',
        commands: ['trace-over', 'rough-tint'],
      },
      { words: 'Go to what is cleaned next, and see how even the lines are.', commands: ['clean-next', 'lines-card'] },
      { words: 'Compare with the model sheet while a key is held.', commands: ['set-model', 'see-model'] },
    ],
  },
  {
    id: 'paint',
    title: 'Paint',
    view: 'paint',
    about: 'Pour the keys, carry the paint through, look only at what is unsure.',
    steps: [
      {
        words: 'Take a swatch and pour; gaps are closed as far as you say.',
        commands: ['tool-pour', 'swatch-next', 'regions-shown'],
      },
      {
        words: 'Carry the paint through the layer, then settle what is unsure.',
        commands: ['paint-through', 'unsure-next', 'unsure-accept'],
      },
      { words: 'Look for holes and specks before it is delivered.', commands: ['look-for-holes', 'fill-specks'] },
    ],
  },
  {
    id: 'together',
    title: 'Put together',
    view: 'desk',
    about: 'Layers that move, bend and light one another; a camera over them.',
    steps: [
      {
        words: 'Set places for a layer and space the way between them.',
        commands: ['layer-box', 'set-place', 'space-move'],
      },
      { words: 'Bundle layers; bring another shot in.', commands: ['bundle-layers', 'bring-shot'] },
      { words: 'Put the camera up and look through it.', commands: ['camera', 'through-camera'] },
    ],
  },
  {
    id: 'check',
    title: 'Check',
    view: 'checks',
    about: 'What an eye looks for while flipping, measured: arcs, spacing, volumes, sync.',
    steps: [
      { words: 'Follow a point: touch it on a line.', commands: ['tool-follow'] },
      {
        words: 'Go through what is found; put it right, or say that it is meant so.',
        commands: ['next-finding', 'mend-finding', 'meant-so'],
      },
    ],
  },
  {
    id: 'deliver',
    title: 'Deliver',
    view: 'export',
    about: 'Films, pictures, sprites, sheets. What would surprise is told first.',
    steps: [{ words: 'Choose what it is for, look at the preview, write it.', commands: ['view-export'] }],
  },
  {
    id: 'desk',
    title: 'Your desk',
    view: 'desk',
    about: 'Every command has a key, and every key can be changed.',
    steps: [
      { words: 'Find any command by what it does; see and change the keys.', commands: ['commands', 'keys'] },
      {
        words: 'Give the paper the whole window; put the sheet on the other side; work by lamp; make words larger.',
        commands: ['whole-window', 'sheet-side', 'looks-next', 'larger', 'smaller'],
      },
      { words: 'Look at a layer alone.', commands: ['layer-alone', 'layer-alone-too'] },
      { words: 'Go through the window by keyboard.', commands: ['region-next', 'region-before'] },
    ],
  },
];
