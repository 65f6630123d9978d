import { format } from '../format.ts';

/** The sheet as pages to print: timing, charts, track reading, notes. */
export const sheet = format({
  id: 'sheet',
  name: 'Sheet, PDF',
  thing: 'the sheet',
  extension: 'pdf',
  type: 'application/pdf',
  pictures: false,
  async write({ shot, options, progress }) {
    progress(0);
    const { writeSheetPdf } = await import('../sheet-pdf.ts');
    return writeSheetPdf(shot, options.from, options.to, progress);
  },
});
