/** Mouths: the chart in hand, and how they are laid from the reading. */
import { IsBoolean, IsInt, IsOptional, Max, Min } from 'class-validator';
import type { MouthWishes } from '../../../core/mouths/index.ts';
import type { Id } from '../../../core/shot/index.ts';
import { IsId, Part } from '../../../core/shot/part.ts';
import { NOTHING_PASSES, slice } from './slice.ts';

class MouthSettings implements MouthWishes {
  @IsOptional() @IsId() chart: Id | null = null;
  @IsInt() @Min(0) @Max(2) lead = 1;
  @IsBoolean() ones = false;
}

class Mouths {
  @Part(() => MouthSettings) mouths = new MouthSettings();
  /** The place mouths sit on is shown with handles. */
  @IsBoolean() mouthGuideShown = false;
}

export const mouths = slice({
  kept: Mouths,
  passing: NOTHING_PASSES,
  mend: ({ mouths: own }, { charts }) =>
    charts.some(({ id }) => id === own.chart) || own.chart === (charts[0]?.id ?? null)
      ? {}
      : { mouths: { ...own, chart: charts[0]?.id ?? null } },
});
