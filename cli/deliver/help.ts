/** What `deliver --help` says. */
export const HELP = `deliver: shots delivered without a browser.

  npm run --silent deliver -- FILE.vignette... --as FORMAT [options]
  npm run --silent deliver -- FILE.vignette... --named "for the edit" [--named ...] [options]

What
  --as FORMAT        one of the formats that --list tells
  --named NAME       a delivery that is kept with the shot; several at once
  --size SIZE        50%, 1280x720, or 1280 for a width
  --frames FRAMES    1-48, 12, or the name of a frame
  --every N          every N-th frame
  --layers NAMES     only these layers, with commas between
  --planes PLANE     all, lines or paint
  --ground GROUND    shot, clear, or a colour like #fdfcf8
  --burn WORDS       written into the picture: frame,time,title,date,drawings
  --with KEY=ANSWER  what the format asks: --with quality=best; several at once

Where
  --out DIR          the folder (this one)
  --call shot|file   files are called by the shot's title, or by the shot's file (shot)

In parts, on many machines
  --part 3/8         writes the third of eight parts
  --join             joins the parts that lie in the folder, and removes them

Looking
  --list             what can be delivered; with --as or --named also what there is to know first
  --check            all checks, as JSON; ends with 1 when they find something
  --info             size, rate, layers, drawings, swatches, room
  --json             --list and --info as JSON

  --cores N          how many cores are used (all)
  --quiet            no progress

Ends with 0 done, 1 the checks found something, 2 it was asked wrongly, 3 a file cannot be read, 4 it cannot be
delivered or written, 5 a program is missing, 70 a fault of its own, 130 stopped.
`;
