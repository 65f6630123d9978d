import { format } from '../format.ts';
import { writeText } from '../sink.ts';

export const sheetCsv = format({
  id: 'sheet-csv',
  name: 'Sheet, CSV',
  purpose: 'work',
  about: 'The timing as a table, a row for each frame; it can be read back onto the sheet.',
  thing: 'the table',
  extension: 'csv',
  type: 'text/csv',
  pictures: false,
  async write({ shot, film, sink, progress }) {
    const { from, to } = film.parts[0];
    const { timingOf, timingTable } = await import('../../sheet/timing.ts');
    await writeText(sink, timingTable(timingOf(shot, from, to)));
    progress(1);
  },
});
