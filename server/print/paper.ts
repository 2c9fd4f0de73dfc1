import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Workspace } from '@kerabat/contract';

const require = createRequire(import.meta.url);
const fontFile = (name: string, weight: number): string =>
  join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files', `${name}-latin-${weight}-normal.woff`);

const FONTS = {
  Text: { normal: fontFile('atkinson-hyperlegible-next', 400), bold: fontFile('atkinson-hyperlegible-next', 700) },
  Mono: { normal: fontFile('atkinson-hyperlegible-mono', 400), bold: fontFile('atkinson-hyperlegible-mono', 700) },
};

interface PdfMake {
  setFonts(fonts: unknown): void;
  createPdf(definition: unknown): { getBuffer(): Promise<Buffer> };
}

/** The printed faces have no sign for two names of one size; an equals sign says it too. */
export const printable = (text: string): string => text.replace(/≡/g, '=').replace(/≤/g, '<=');

export const heading = (text: string): unknown => ({ text, bold: true, fontSize: 11, margin: [0, 8, 0, 3] });

/** A sheet about a job: what it is, whose it is, whether it is safe to order, who let what pass, then its own content. */
export async function sheet(title: string, workspace: Workspace, printedAt: string, content: readonly unknown[]): Promise<Buffer> {
  const { job, vehicle, safety } = workspace;
  const built = job.built ? `, built ${job.built}` : '';
  const pdfmake = require('pdfmake') as PdfMake;
  pdfmake.setFonts(FONTS);
  return pdfmake
    .createPdf({
      info: { title: `Kerabat ${title.toLowerCase()}, job ${job.id}` },
      pageSize: 'A4',
      pageMargins: [40, 44, 40, 48],
      defaultStyle: { font: 'Text', fontSize: 9.5, lineHeight: 1.15 },
      footer: (page: number, pages: number) => ({
        text: `Job ${job.id} · printed ${printedAt.slice(0, 16).replace('T', ' ')} · page ${page} of ${pages}`,
        margin: [40, 12],
        fontSize: 8,
      }),
      content: [
        { text: `${title} for job ${String(job.id).padStart(4, '0')}`, bold: true, fontSize: 16 },
        { text: `${job.asker} · ${job.request} · ${vehicle ? `${vehicle.maker} ${vehicle.name}${built}` : 'vehicle not known'}`, margin: [0, 2, 0, 8] },
        { text: printable(safety.sentence), bold: true, margin: [0, 0, 0, 4] },
        ...safety.overridden.map((o) => ({
          text: printable(`Let pass by ${o.person}: ${o.joint.replace('/', ', ')}. Reason: ${o.reason}`),
          bold: true,
          margin: [0, 0, 0, 4],
        })),
        ...content,
        heading('Cautions'),
        { ul: workspace.cautions },
      ],
    })
    .getBuffer();
}
