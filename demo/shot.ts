/** The demo shot "Lamp at the corner", made from code and drawn keys. */
import { holdsFromDelays, pictureExposures } from '../src/core/reference/index.ts';
import { exposureAt, pinClip } from '../src/core/sheet/index.ts';
import {
  type Asset,
  type Id,
  makeClip,
  makeLayer,
  makeSwatch,
  makeTrack,
  newId,
  noCheckNotes,
  noGuides,
  noMouthGuide,
  type Palette,
  type Shot,
} from '../src/core/shot/index.ts';
import type { FileVersion, Media } from '../src/core/shotfile/index.ts';
import { foleySound, writeWav } from '../src/core/sound/index.ts';
import { BLOCK_CLIP, blockClip } from './block-clip.ts';
import { CART, cartPicture } from './cart.ts';
import { followKeeper } from './followed.ts';
import { makeKeeper } from './keeper.ts';
import { background, lampFlame, poleFlame, rough } from './layers.ts';
import { mouthsOf } from './mouths.ts';
import { loopHiss, readLine } from './sound.ts';
import { source, swatchIds, voice } from './source.ts';
import { CLICK_AT, HISS_AT, LENGTH, MARKERS, NOTES, VOICE_AT } from './timing.ts';
import { putTogether } from './together.ts';
import { demoVersions } from './versions.ts';

const RATE = 44_100;
const BLUE = '#4a6fd0';

let media: Media = new Map();
let assets: Record<Id, Asset> = {};

function keepFile(bytes: Uint8Array, about: Omit<Asset, 'id' | 'bytes' | 'lines'>): Id {
  const id = newId();
  media.set(id, new Uint8Array(bytes));
  assets[id] = { id, bytes: bytes.length, lines: [], ...about };
  return id;
}

function keepSound(name: string, bytes: Uint8Array, seconds: number): Id {
  return keepFile(bytes, { name, type: 'audio/wav', kind: 'sound', seconds, pictures: 0, width: 0, height: 0 });
}

const blue = newId();

/** What a swatch belongs to, by its name; the groups follow each other as the swatches do. */
const GROUPS: [group: string, names: RegExp][] = [
  ['line', /^line/],
  ['head', /^(skin|blush|hair|eye|mouth|teeth|tongue)/],
  ['cap', /^cap/],
  ['brass and pole', /^(brass|pole)/],
  ['scarf', /^scarf/],
  ['coat', /^(coat|cuff|glove)/],
  ['flame', /^flame/],
  ['lamp', /^lamp/],
  ['street', /./],
];

const groupOf = (swatch: string): string => GROUPS.find(([, names]) => names.test(swatch))![0];
const placeOf = (swatch: string): number => GROUPS.findIndex(([group]) => group === groupOf(swatch));

function palette(name: 'dusk' | 'lit'): Palette {
  const inGroups = Object.entries(source.swatches).sort(([a], [b]) => placeOf(a) - placeOf(b));
  const swatches = inGroups.map(([swatch, colours]) => ({
    ...makeSwatch(swatch, colours[name], { group: groupOf(swatch) }),
    id: swatchIds[swatch],
  }));
  return { id: newId(), name, swatches: [...swatches, makeSwatch('blue pencil', BLUE, { id: blue, group: 'rough' })] };
}

/** The block figures as a reference layer, hidden until wanted. */
function reference() {
  const { width, height, pictures, fps } = BLOCK_CLIP;
  const asset = keepFile(blockClip(), {
    name: 'block-figures.gif',
    type: 'image/gif',
    kind: 'pictures',
    seconds: 0,
    pictures,
    width,
    height,
  });
  const layer = makeLayer('Block figures', 'reference', { opacity: 0.6, visible: false });
  layer.exposures = pictureExposures(asset, holdsFromDelays(Array(pictures).fill(1000 / fps), source.fps));
  return { layer, drawings: [] };
}

function track(name: string, asset: Id, frame: number, gain: number) {
  return makeTrack(name, { clips: [makeClip(name, asset, assets[asset].seconds, frame - 1, { gain })] });
}

const keeperLayer = (shot: Shot) => shot.layers.find(({ name }) => name === 'Keeper')!;

function makeShot(): Shot {
  const keeper = makeKeeper(newId());
  const made = [background(), reference(), rough(blue), keeper, poleFlame(), lampFlame()];
  const click = foleySound('metal-click').make(RATE);
  const catches = foleySound('flame-catches').make(RATE);
  const hiss = foleySound('flame-hiss').make(RATE);
  const dusk = palette('dusk');
  const lit = palette('lit');
  const [width, height] = source.paper;
  const shot: Shot = {
    id: newId(),
    title: source.title,
    width,
    height,
    fps: source.fps,
    length: LENGTH,
    background: { colour: '#fdfcf8', transparent: false },
    layers: made.map((each) => each.layer),
    drawings: Object.fromEntries(made.flatMap((each) => each.drawings).map((drawing) => [drawing.id, drawing])),
    palettes: [dusk, lit],
    paletteCues: [
      { frame: 0, palette: dusk.id },
      { frame: source.lampLightsAtFrame - 1, palette: lit.id },
    ],
    tracks: [
      track('Voice', keepSound('there-you-are.wav', voice, (voice.length - 44) / 2 / RATE), VOICE_AT, 1),
      track('Click', keepSound('pole-on-glass.wav', writeWav([click], RATE), click.length / RATE), CLICK_AT, 0.7),
      track('Flame', keepSound('flame-catches.wav', writeWav([catches], RATE), catches.length / RATE), HISS_AT, 0.5),
      track('Hiss', keepSound('flame-hiss.wav', writeWav([hiss], RATE), hiss.length / RATE), HISS_AT, 0.3),
    ],
    markers: MARKERS.map(([frame, name]) => ({ id: newId(), frame: frame - 1, name })),
    notes: NOTES.map(([frame, colour, text]) => ({ id: newId(), frame: frame - 1, colour, text })),
    guides: { ...noGuides(), arcs: keeper.shot.guides.arcs },
    passages: keeper.shot.passages,
    model: made[3].layer.exposures[0].cell,
    reading: [],
    charts: [],
    mouthGuide: noMouthGuide(),
    bundles: {},
    camera: null,
    checks: noCheckNotes(),
    deliveries: [
      { id: 'for-a-friend', name: 'for a friend', format: 'mp4', wishes: { span: 'shot', width: 1280, height: 720 } },
      {
        id: 'for-the-game',
        name: 'for the game',
        format: 'sprites',
        wishes: { span: 'shot', width: 960, height: 540, ground: 'clear', sizes: '100 50', layers: '' },
      },
    ],
    assets,
  };
  loopHiss(shot, hiss);
  readLine(shot);
  mouthsOf(shot, keeperLayer(shot).id);
  followKeeper(shot, keeperLayer(shot).id);
  // The click belongs to the drawing on which the pole meets the lamp, wherever that is moved.
  const meets = exposureAt(keeperLayer(shot).exposures, CLICK_AT - 1)!;
  pinClip(shot, shot.tracks[1].clips[0].id, meets.exposure.id);
  const { width: wide, height: high } = CART;
  putTogether(
    shot,
    keepFile(cartPicture(), {
      name: 'lamp-cart.png',
      type: 'image/png',
      kind: 'pictures',
      seconds: 0,
      pictures: 1,
      width: wide,
      height: high,
    }),
  );
  return shot;
}

/** The whole demo: the shot and the files it uses. Each call makes another, with ids of its own. */
export function makeDemo(): { shot: Shot; media: Media; versions: FileVersion[] } {
  media = new Map();
  assets = {};
  const shot = makeShot();
  return { shot, media, versions: demoVersions(shot, keeperLayer(shot).id) };
}
