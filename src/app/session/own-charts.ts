/** Ways of spacing of one's own: of this browser, for all shots. */
import { createStore } from 'zustand/vanilla';
import { type Database, readSetting, writeSetting } from '../../store/index.ts';

export interface OwnChart {
  name: string;
  spacings: number[];
}

const SETTING = 'own-charts';
const MOST = 40;

export const ownCharts = createStore<{ charts: OwnChart[] }>(() => ({ charts: [] }));

export async function readOwnCharts(db: Database): Promise<void> {
  const charts = await readSetting<OwnChart[]>(db, SETTING);
  if (charts) ownCharts.setState({ charts });
}

/** Keeps a way of spacing under a name; one of that name is replaced. */
export async function keepChart(db: Database, chart: OwnChart): Promise<void> {
  const others = ownCharts.getState().charts.filter(({ name }) => name !== chart.name);
  ownCharts.setState({ charts: [...others, chart].slice(-MOST) });
  await writeSetting(db, SETTING, ownCharts.getState().charts);
}

export async function forgetChart(db: Database, name: string): Promise<void> {
  ownCharts.setState({ charts: ownCharts.getState().charts.filter((each) => each.name !== name) });
  await writeSetting(db, SETTING, ownCharts.getState().charts);
}
