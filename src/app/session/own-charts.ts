/** Ways of spacing of one's own: of this browser, for all shots. */
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsNumber,
  IsString,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator';
import { LIMITS } from '../../core/shot/index.ts';
import { Parts } from '../../core/shot/part.ts';
import type { Database } from '../../store/index.ts';
import { Kept } from './kept.ts';

const MOST = 40;

export class OwnChart {
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(LIMITS.maxTicks)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  @Max(1, { each: true })
  spacings!: number[];
}

class OwnCharts {
  @Parts(() => OwnChart, MOST) charts: OwnChart[] = [];
}

export const ownCharts = new Kept({
  key: 'own-charts',
  version: 1,
  shape: OwnCharts,
  migrate: (charts) => ({ charts }),
});

/** Keeps a way of spacing under a name; one of that name is replaced. */
export function keepChart(db: Database, chart: OwnChart): Promise<void> {
  const others = ownCharts.get().charts.filter(({ name }) => name !== chart.name);
  return ownCharts.put(db, { charts: [...others, chart].slice(-MOST) });
}

export function forgetChart(db: Database, name: string): Promise<void> {
  return ownCharts.put(db, { charts: ownCharts.get().charts.filter((each) => each.name !== name) });
}
