/** Checks on made motions: every planted fault is found and nothing else is said; what is as it should be gives no finding. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  CHECKS,
  checkOf,
  type Finding,
  isMeant,
  lookOver,
  mendFinding,
  setLimit,
  setMeant,
} from '../../../src/core/check/index.ts';
import { change } from '../../../src/core/history/index.ts';
import { setPlace } from '../../../src/core/sheet/index.ts';
import { makeDrawing, makeLayer, newId, type Shot } from '../../../src/core/shot/index.ts';
import { box, strokeThrough } from '../../make.ts';
import { boxes, type Motion, type MotionWishes, PLAIN, travelling } from './motions.ts';

const WHOLE = { from: 0, to: 20_000 };

function found(id: string, { shot, layer }: Pick<Motion, 'shot' | 'layer'>): Finding[] {
  const own = shot.layers.find((each) => each.id === layer.id)!;
  return lookOver(shot, checkOf(id)!, own, WHOLE).findings;
}

const mended = (shot: Shot, finding: Finding, which = 0): Shot =>
  change(shot, (draft) => mendFinding(draft, finding.mends[which]))!.shot;

const wishes = fc.record({
  scale: fc.constantFrom(0.5, 1, 2),
  fps: fc.constantFrom(12, 24, 25, 30),
  hold: fc.integer({ min: 1, max: 4 }),
});
const wished = ({ scale, fps, hold }: { scale: number; fps: number; hold: number }): MotionWishes => ({
  width: 1920 * scale,
  height: 1080 * scale,
  fps,
  hold,
});

/** Places on a circle, evenly or eased. */
function onCircle(count: number, radius: number, from: number, to: number, ease: (t: number) => number, scale: number) {
  return Array.from({ length: count }, (_, i) => {
    const angle = from + (to - from) * ease(i / (count - 1));
    return { x: scale * (960 + radius * Math.cos(angle)), y: scale * (540 + radius * Math.sin(angle)) };
  });
}

const EASES: Record<string, (t: number) => number> = {
  even: (t) => t,
  'slow in': (t) => t * (2 - t),
  'slow out': (t) => t * t,
  both: (t) => t * t * (3 - 2 * t),
};
const arcOf = fc.record({
  count: fc.integer({ min: 7, max: 14 }),
  radius: fc.integer({ min: 150, max: 420 }),
  from: fc.double({ min: -3, max: 0, noNaN: true }),
  sweep: fc.double({ min: 0.8, max: 2.6, noNaN: true }),
  ease: fc.constantFrom(...Object.keys(EASES)),
});

describe('arcs', () => {
  test('a smooth arc has no kink, at any size, rate, hold and spacing', () => {
    fc.assert(
      fc.property(wishes, arcOf, (own, { count, radius, from, sweep, ease }) => {
        const motion = travelling(onCircle(count, radius, from, from + sweep, EASES[ease], own.scale), wished(own));
        expect(found('arcs', motion)).toEqual([]);
      }),
    );
  });
  test('one point 6 px off is found, and it alone, with how far', () => {
    fc.assert(
      fc.property(
        wishes,
        arcOf,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (own, { count, radius, from, sweep: wide }, where) => {
          // A third of a radian from drawing to drawing at most: with less to go by, what is off is not told from what is bent.
          const sweep = Math.min(wide, 0.33 * (count - 1));
          const places = onCircle(count, radius, from, from + sweep, EASES.even, own.scale);
          const i = 1 + Math.floor(where * (count - 2.001));
          const angle = from + (sweep * i) / (count - 1);
          places[i].x += 6 * own.scale * Math.cos(angle);
          places[i].y += 6 * own.scale * Math.sin(angle);
          const motion = travelling(places, wished(own));
          const findings = found('arcs', motion);
          expect(findings.map(({ drawing }) => drawing)).toEqual([motion.drawings[i]]);
          expect(findings[0].words).toContain(`on drawing ${i + 1}`);
          const [, told] = findings[0].words.match(/is ([\d.]+) px off/)!;
          expect(Math.abs(Number(told) - 6 * own.scale)).toBeLessThan(3 * own.scale);
        },
      ),
    );
  });
  test('mended, the drawing lies on its arc and nothing is found; undone by one step', () => {
    const places = onCircle(9, 300, -2, -0.5, EASES.even, 1);
    places[4].y -= 9;
    const motion = travelling(places);
    const [finding] = found('arcs', motion);
    const shot = mended(motion.shot, finding);
    expect(found('arcs', { ...motion, shot })).toEqual([]);
    const { ink } = shot.drawings[motion.drawings[4]];
    expect(ink[0].points[1]).not.toBe(motion.shot.drawings[motion.drawings[4]].ink[0].points[1]);
    // Or an arc guide is made of the way as it should be.
    const guided = mended(motion.shot, finding, 1);
    expect(guided.guides.arcs[0].points).toHaveLength(18);
  });
  test('an anticipation, a settling and a hold are no kinks', () => {
    const x = [400, 380, 360, 400, 520, 680, 800, 840, 832, 836, 835, 835];
    expect(found('arcs', travelling(x.map((each) => ({ x: each, y: 500 }))))).toEqual([]);
    const bounce = [0, 67, 107, 120, 107, 67, 0, 60, 80, 60, 0].map((y, i) => ({ x: 300 + 40 * i, y: 800 - y }));
    expect(found('arcs', travelling(bounce))).toEqual([]);
  });
  test('is measured where the layer is seen: moves of the layer are in it, and mending moves the drawing on its own pegs', () => {
    const still = Array.from({ length: 9 }, () => ({ x: 500, y: 500 }));
    still[4] = { x: 500, y: 508 };
    const motion = travelling(still);
    setPlace(motion.shot, motion.layer.id, 0, { x: 0, turn: 0 }, { x: 500, y: 500 });
    setPlace(motion.shot, motion.layer.id, 16, { x: 320, turn: Math.PI / 2 }, { x: 500, y: 500 });
    const findings = found('arcs', motion);
    expect(findings.map(({ drawing }) => drawing)).toEqual([motion.drawings[4]]);
    const shot = mended(motion.shot, findings[0]);
    expect(found('arcs', { ...motion, shot })).toEqual([]);
  });
});

describe('spacing', () => {
  test('any of the trade’s spacings is smooth', () => {
    fc.assert(
      fc.property(wishes, arcOf, (own, { count, radius, from, sweep, ease }) => {
        const motion = travelling(onCircle(count, radius, from, from + sweep, EASES[ease], own.scale), wished(own));
        expect(found('spacing', motion)).toEqual([]);
      }),
    );
  });
  test('a drawing 15 per cent of its way off is found, and it alone; nudged along its arc it is smooth', () => {
    fc.assert(
      fc.property(wishes, fc.integer({ min: 1, max: 7 }), fc.boolean(), (own, i, on) => {
        const places = Array.from({ length: 9 }, (_, k) => ({ x: own.scale * (300 + 40 * k), y: own.scale * 400 }));
        places[i].x += (on ? 1 : -1) * 0.15 * 40 * own.scale;
        const motion = travelling(places, wished(own));
        const findings = found('spacing', motion);
        expect(findings.map(({ drawing }) => drawing)).toEqual([motion.drawings[i]]);
        expect(findings[0].words).toMatch(/15 % of its way too far (on|back)/);
        expect(found('spacing', { ...motion, shot: mended(motion.shot, findings[0]) })).toEqual([]);
      }),
    );
  });
  test('against the timing chart: where it is drawn and where the chart says, set from either side', () => {
    const motion = travelling([0, 1, 2, 3].map((k) => ({ x: 300 + 100 * k, y: 400 })));
    motion.shot.drawings[motion.drawings[1]].spacing = 0.15;
    motion.shot.drawings[motion.drawings[2]].spacing = 0.66;
    const findings = found('spacing', motion);
    expect(findings).toHaveLength(1);
    expect(findings[0].words).toMatch(/lies at 33 % of its way on drawing 2; the timing chart says 15 %/);
    expect(found('spacing', { ...motion, shot: mended(motion.shot, findings[0], 0) })).toEqual([]);
    const charted = mended(motion.shot, findings[0], 1);
    expect(charted.drawings[motion.drawings[1]].spacing).toBeCloseTo(1 / 3, 2);
    expect(found('spacing', { ...motion, shot: charted })).toEqual([]);
  });
});

describe('size and volume', () => {
  const steady = [0, 0.1, 0.2, 0.1, 0, -0.1].map((by) => ({ width: 100 / (1 + by), height: 100 * (1 + by) }));
  test('a squash and a stretch that keep the volume are right', () => {
    expect(found('volume', boxes(steady))).toEqual([]);
  });
  test('a squash of 108 per cent is found, and made as full as the key by its width', () => {
    const squashed = steady.map((each, i) => (i === 2 ? { ...each, width: each.width * 1.08 } : each));
    const motion = boxes(squashed);
    const findings = found('volume', motion);
    expect(findings.map(({ drawing }) => drawing)).toEqual([motion.drawings[2]]);
    expect(findings[0].words).toContain('108 %');
    expect(found('volume', { ...motion, shot: mended(motion.shot, findings[0]) })).toEqual([]);
  });
  test('a head 4 per cent larger is found and scaled to size about its foot; the limit is changed by hand', () => {
    const motion = boxes([1, 1, 1.01, 1.04, 1].map((by) => ({ width: 100 * by, height: 140 * by })));
    const findings = found('size', motion);
    expect(findings.map(({ words }) => words)).toEqual(['“Cap” is 4.0 % larger on drawing 4 than on 1.']);
    const shot = mended(motion.shot, findings[0]);
    expect(found('size', { ...motion, shot })).toEqual([]);
    const [ring] = shot.drawings[motion.drawings[3]].paint[0].rings;
    expect(ring[5]).toBeCloseTo(0.7 * 1080, 3);
    const looser = change(motion.shot, (draft) => setLimit(draft, 'size', 5))!.shot;
    expect(found('size', { ...motion, shot: looser })).toEqual([]);
  });
});

describe('a foot that stands', () => {
  const standing = (slip: number, own = PLAIN): Motion => {
    const motion = travelling(
      Array.from({ length: 6 }, (_, i) => ({ x: 500 + slip * i, y: 900 })),
      own,
    );
    motion.shot.checks.followed[0].stands = [{ id: 's', from: 0, to: 6 * own.hold - 1, on: null }];
    return motion;
  };
  test('gives no finding while it stands; slipping 3 px a drawing it does on every one, and each is put right', () => {
    expect(found('planted', standing(0))).toEqual([]);
    const motion = standing(3);
    const findings = found('planted', motion);
    expect(new Set(findings.map(({ drawing }) => drawing))).toEqual(new Set(motion.drawings.slice(1)));
    expect(findings[0].words).toContain('15 px on drawing 6');
    const shot = findings.reduce((now, finding) => mended(now, finding), motion.shot);
    expect(found('planted', { ...motion, shot })).toEqual([]);
  });
  test('stands on ground that scrolls when it goes with it', () => {
    const motion = standing(-20);
    const ground = makeLayer('Street', 'background');
    motion.shot.layers.unshift(ground);
    setPlace(motion.shot, ground.id, 0, { x: 0 }, { x: 0, y: 0 });
    setPlace(motion.shot, ground.id, 12, { x: -120 }, { x: 0, y: 0 });
    motion.shot.checks.followed[0].stands[0].on = ground.id;
    expect(found('planted', motion)).toEqual([]);
    motion.shot.checks.followed[0].stands[0].on = null;
    expect(found('planted', motion)).toHaveLength(5);
  });
});

describe('a loop', () => {
  const cycle = (count: number, over: (i: number) => { x: number; y: number } = () => ({ x: 0, y: 0 })): Motion => {
    const motion = travelling(
      Array.from({ length: count }, (_, i) => {
        const angle = (2 * Math.PI * i) / count;
        const more = over(i);
        return { x: 600 + 80 * Math.cos(angle) + more.x, y: 500 + 40 * Math.sin(angle) + more.y };
      }),
    );
    motion.layer.afterLast = 'repeats';
    return motion;
  };
  test('goes over its seam as between its other drawings', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 16 }), (count) => void expect(found('seam', cycle(count))).toEqual([])),
    );
  });
  test('a jump from the last to the first is found', () => {
    const motion = cycle(8, (i) => ({ x: 0, y: 14 * i }));
    const findings = found('seam', motion);
    expect(findings).toHaveLength(1);
    expect(findings[0].words).toMatch(/“Hand” jumps from drawing 8 to 1/);
  });
  test('an end that is there twice is found, and taken off', () => {
    const motion = cycle(7);
    const first = motion.shot.drawings[motion.drawings[0]];
    const twin = makeDrawing(motion.layer.id, 8, { ink: first.ink.map((stroke) => ({ ...stroke, id: newId() })) });
    motion.shot.drawings[twin.id] = twin;
    motion.layer.exposures.push({ id: newId(), cell: { kind: 'drawing', drawing: twin.id }, frames: 2 });
    const [finding] = found('seam', motion);
    expect(finding.words).toContain('Drawing 8 ends the cycle as 1 begins it');
    const shot = mended(motion.shot, finding);
    expect(shot.layers[0].exposures).toHaveLength(7);
    expect(found('seam', { ...motion, shot })).toEqual([]);
  });
});

describe('the other checks', () => {
  test('a part that goes farther than it is long flickers', () => {
    const motion = travelling([0, 1, 2, 3].map((k) => ({ x: 300 + 60 * k, y: 400 })));
    const lines = (id: string) => motion.shot.drawings[id].ink.map((stroke) => stroke.id);
    motion.shot.checks.parts = [
      {
        id: 'p',
        name: 'Pole',
        layer: motion.layer.id,
        drawings: motion.drawings.map((drawing) => ({ drawing, lines: lines(drawing), areas: [], held: true })),
      },
    ];
    expect(found('overlap', motion).map(({ drawing }) => drawing)).toEqual(motion.drawings.slice(1));
    setLimit(motion.shot, 'overlap', 400);
    expect(found('overlap', motion)).toEqual([]);
  });
  test('an arm that grows is told against the key', () => {
    const motion = travelling([0, 1, 2, 3, 4].map(() => ({ x: 300, y: 400 })));
    const [hand] = motion.shot.checks.followed;
    const elbow = {
      ...hand,
      id: 'elbow',
      name: 'Elbow',
      spots: hand.spots.map((spot, i) => ({ ...spot, x: spot.x + (i === 3 ? 112 : 100) })),
    };
    motion.shot.checks.followed = [{ ...hand, measuredTo: 'elbow' }, elbow];
    expect(found('lengths', motion).map(({ words }) => words)).toEqual([
      '“Hand to Elbow” is 12 % longer on drawing 4 than on 1.',
    ]);
  });
  test('heights: highs and lows are marked', () => {
    const motion = travelling(
      Array.from({ length: 13 }, (_, i) => ({ x: 500, y: 500 + 40 * Math.cos((2 * Math.PI * i) / 6) })),
    );
    const { chart } = lookOver(motion.shot, checkOf('heights')!, motion.layer, WHOLE);
    const [{ marks }] = chart!.series;
    expect(marks.map(({ frame, word }) => `${word} ${frame / 2}`)).toEqual(['high 3', 'low 6', 'high 9']);
  });
  test('heights of two parts: how one lies to the other is said', () => {
    const motion = travelling(Array.from({ length: 13 }, () => ({ x: 500, y: 900 })));
    const bob = (i: number, late: number) => 40 * Math.cos((2 * Math.PI * (i - late)) / 6);
    const parts = ['Head', 'Shoulder'].map((name, k) => ({
      id: name,
      name,
      layer: motion.layer.id,
      drawings: motion.drawings.map((drawing, i) => {
        // The head is highest one drawing after the shoulder is lowest.
        const y = k === 0 ? 300 + bob(i, 1) : 500 - bob(i, 0);
        const stroke = strokeThrough([
          [480, y],
          [520, y + 40],
        ]);
        motion.shot.drawings[drawing].ink.push(stroke);
        return { drawing, lines: [stroke.id], areas: [], held: true };
      }),
    }));
    motion.shot.checks.parts = parts;
    const { chart } = lookOver(motion.shot, checkOf('heights')!, motion.layer, WHOLE);
    expect(chart!.says).toBe('Head is highest 2 frames after Shoulder is lowest.');
  });
  test('paint: a region left open is told where it is', () => {
    const motion = boxes([1, 1, 1].map(() => ({ width: 120, height: 90 })));
    for (const id of motion.drawings) motion.shot.drawings[id].ink.push(...box(200, 200, 100));
    const words = found('paint', motion).map((finding) => finding.words);
    expect(words.filter((each) => /is not painted/.test(each))).toEqual([
      'A region of drawing 1 is not painted.',
      'A region of drawing 2 is not painted.',
      'A region of drawing 3 is not painted.',
    ]);
    const finding = found('paint', motion).find((each) => /region/.test(each.words))!;
    expect(finding.at!.x).toBeGreaterThan(200);
    expect(finding.at!.x).toBeLessThan(300);
  });
  test('the sheet: gaps, ones among twos, twins and the unused', () => {
    const motion = travelling([0, 1, 2, 3, 4].map((k) => ({ x: 300 + 30 * k, y: 400 })));
    const twin = motion.shot.drawings[motion.drawings[3]];
    twin.ink = motion.shot.drawings[motion.drawings[0]].ink.map((stroke) => ({ ...stroke, id: newId() }));
    const unused = makeDrawing(motion.layer.id, 9, { ink: twin.ink });
    motion.shot.drawings[unused.id] = unused;
    const { exposures } = motion.layer;
    exposures[1] = { ...exposures[1], frames: 1 };
    exposures.splice(4, 0, { id: newId(), cell: null, frames: 3 });
    const words = found('sheet', motion).map((finding) => finding.words);
    expect(words).toEqual([
      'Frames 8 to 10 are empty between drawings.',
      'Drawings 1 and 4 are drawn alike.',
      'The drawing on frame 3 stands one frame among others that stand 2.',
      '1 drawing is on no frame; it waits in the tray.',
    ]);
  });
  test('on layers with one drawing, with none, all held: nothing is said and nothing breaks', () => {
    for (const count of [0, 1, 2]) {
      const motion = travelling(Array.from({ length: count }, () => ({ x: 300, y: 400 })));
      motion.layer.afterLast = 'repeats';
      for (const { id } of CHECKS) {
        const findings = found(id, motion).filter(({ about }) => !/^twin|^twice/.test(about));
        expect(findings, id).toEqual([]);
      }
    }
  });
});

describe('meant so', () => {
  test('stays through edits elsewhere and falls when its place changes', () => {
    const places = onCircle(9, 300, -2, -0.5, EASES.even, 1);
    places[4].y -= 9;
    const motion = travelling(places);
    const [finding] = found('arcs', motion);
    const meant = change(motion.shot, (draft) => setMeant(draft, finding, true))!.shot;
    expect(isMeant(meant, found('arcs', { ...motion, shot: meant })[0])).toBe(true);
    const elsewhere = change(meant, (draft) => {
      draft.checks.followed[0].spots[8].x += 20;
    })!.shot;
    expect(
      isMeant(
        elsewhere,
        found('arcs', { ...motion, shot: elsewhere }).find(({ drawing }) => drawing === finding.drawing)!,
      ),
    ).toBe(true);
    const here = change(meant, (draft) => {
      draft.checks.followed[0].spots[4].y -= 3;
    })!.shot;
    expect(isMeant(here, found('arcs', { ...motion, shot: here })[0])).toBe(false);
    expect(change(meant, (draft) => setMeant(draft, finding, false))!.shot.checks.meant).toEqual([]);
  });
});
