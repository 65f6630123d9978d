import { choice, yes } from '../asks.ts';
import { format } from '../format.ts';

export const pages = format({
  id: 'pages',
  name: 'Drawings, PDF',
  purpose: 'paper',
  about:
    'Every drawing on its page, with field and peg holes at true size, number, mark, hold and chart; or many to a page.',
  thing: 'the pages',
  extension: 'pdf',
  type: 'application/pdf',
  pictures: false,
  asks: {
    paper: choice('Paper', { a4: 'A4', a3: 'A3', letter: 'Letter' }, 'a4'),
    each: choice('To a page', { '1': 'one drawing', '2': 'two', '4': 'four', '9': 'nine', '20': 'twenty' }, '1'),
    pegs: yes('Peg holes, at true size', true),
  },
  async write({ film, shot, wishes, tools, sink, progress }) {
    progress(0);
    const { writePages } = await import('../pages-pdf.ts');
    await sink.write(await writePages(film, shot, { ...wishes, each: Number(wishes.each) }, tools, progress));
  },
});
