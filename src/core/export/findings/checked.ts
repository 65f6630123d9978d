import { CHECKS, isMeant, lookOver } from '../../check/index.ts';
import { isDelivered } from './drawn.ts';
import type { FindingSource } from './finding.ts';

/** Checks of what moves: what they find is seen in the file. The others are told in words of their own. */
const TOLD = ['arcs', 'spacing', 'overlap', 'lengths', 'size', 'volume', 'planted', 'seam', 'sync'];

/** What the checks find on what is delivered and is not meant so: a line for each layer and check. */
export const checked: FindingSource = {
  id: 'checks',
  slow: true,
  async look({ shot, film: { parts }, pause }) {
    const { from, to } = parts[0];
    const out: Awaited<ReturnType<FindingSource['look']>> = [];
    for (const layer of shot.layers.filter(isDelivered))
      for (const check of CHECKS) {
        if (!TOLD.includes(check.id)) continue;
        await pause();
        // Sounds are told where they end; here it is mouths that are asked about.
        const findings = lookOver(shot, check, layer, { from, to }).findings.filter(
          (finding) => finding.layer !== null && !isMeant(shot, finding),
        );
        if (findings.length === 0) continue;
        const [first] = [...findings].sort((a, b) => a.frame - b.frame);
        const words =
          findings.length === 1
            ? `“${layer.name}”, ${check.name.toLowerCase()}: ${findings[0].words}`
            : `“${layer.name}”, ${check.name.toLowerCase()}: ${findings.length} things found, the first on frame ${first.frame + 1}.`;
        out.push({ words, place: { frame: first.frame, layer: layer.id, view: 'checks' } });
      }
    return out;
  },
};
