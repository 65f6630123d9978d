import { format } from '../format.ts';

/** The sheet as pages to print: timing, charts, track reading, notes. */
export const sheet = format({
  id: 'sheet',
  name: 'Sheet, PDF',
  purpose: 'paper',
  about: 'The sheet to print: timing, charts, track reading, notes.',
  thing: 'the sheet',
  extension: 'pdf',
  type: 'application/pdf',
  pictures: false,
  async write({ shot, film, sink, progress }) {
    progress(0);
    const { writeSheetPdf } = await import('../sheet-pdf.ts');
    const { from, to } = film.parts[0];
    await sink.write(await writeSheetPdf(shot, from, to, progress));
  },
});
