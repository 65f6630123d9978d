/** Looking a layer over with one check, remembered as long as nothing it looked at has changed. */
import { textPrint } from '../between/index.ts';
import { revision } from '../picture/shows.ts';
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';
import type { Check } from './check.ts';
import { type CheckResult, type Finding, NOTHING_FOUND } from './finding.ts';
import { modelDrawing } from './notes.ts';
import { runsOf } from './steps.ts';

export interface LookWishes {
  from: number;
  /** The last frame. */
  to: number;
  progress?(share: number): void;
}

/** How far is too far for a check, as it is in this shot. */
export const limitOf = (shot: Shot, { id, limit }: Pick<Check, 'id' | 'limit'>): number =>
  shot.checks.limits[id] ?? limit?.first(shot) ?? 0;

/** A long print is kept as its beginning and a print of all of it, so that no change of it is missed. */
function shortPrint(print: string): string {
  if (print.length <= LIMITS.maxPrint) return print;
  const whole = textPrint(print);
  return `${print.slice(0, LIMITS.maxPrint - whole.length - 1)} ${whole}`;
}

/** What a check finds on a layer. What was said to be meant so is not told. */
export function lookOver(
  shot: Shot,
  check: Check,
  layer: Layer,
  { from, to, progress = () => {} }: LookWishes,
): CheckResult {
  const runs = runsOf(shot, layer, from, to);
  const followed = shot.checks.followed.filter((point) => point.layer === layer.id);
  const parts = shot.checks.parts.filter((part) => part.layer === layer.id);
  if (runs.length === 0 && check.id !== 'sync') return NOTHING_FOUND;
  const result = check.look({ shot, layer, runs, from, to, followed, parts, limit: limitOf(shot, check), progress });
  const findings = result.findings
    .map((finding) => ({
      ...finding,
      print: shortPrint(finding.print),
      about: finding.about.slice(0, LIMITS.maxPrint),
    }))
    .sort((a, b) => b.amount - a.amount || a.frame - b.frame);
  // A drawing that stands in several places is told once, where it is worst.
  const told = new Set<string>();
  return { ...result, findings: findings.filter(({ about }) => !told.has(about) && told.add(about)) };
}

/** Whether a finding was said to be meant so, and what it is about is still as it was then. */
export const isMeant = ({ checks }: Pick<Shot, 'checks'>, { check, about, print }: Finding): boolean =>
  checks.meant.some((each) => each.check === check && each.about === about && each.print === print);

/** What a check of a layer depends on, as a key: the same key, the same findings. */
export function lookKey(shot: Shot, check: Check, layer: Layer, { from, to }: LookWishes): string {
  const drawings = new Set<Id>(layer.exposures.flatMap(({ cell }) => (cell?.kind === 'drawing' ? [cell.drawing] : [])));
  const own = [...drawings].map((id) => (shot.drawings[id] ? revision(shot.drawings[id]) : 0));
  const around = [layer, shot.checks.followed, shot.checks.parts, shot.camera ?? shot.layers, shot.layers];
  const model = modelDrawing(shot);
  const sounds = check.id === 'sync' ? [shot.reading, shot.tracks] : [];
  return `${check.id} ${from} ${to} ${limitOf(shot, check)} ${[...around, ...sounds].map(revision).join('.')} ${own.join('.')} ${model ? revision(model) : 0}`;
}
