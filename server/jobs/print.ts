import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Workspace } from '@kerabat/contract';
import { SECTION_WORDS, SLIP_SECTIONS } from '@kerabat/core/slip';
import { liveLines } from './export.js';

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

/** The slip on paper: every line with its reason, the safety sentence, overrides with name and reason, cautions. */
export async function slipPdf(workspace: Workspace, printedAt: string): Promise<Buffer> {
  const pdfmake = require('pdfmake') as PdfMake;
  pdfmake.setFonts(FONTS);
  return pdfmake.createPdf(definition(workspace, printedAt)).getBuffer();
}

function definition(workspace: Workspace, printedAt: string): unknown {
  const { job, vehicle, safety } = workspace;
  const lines = liveLines(workspace);
  const built = job.built ? `, built ${job.built}` : '';
  return {
    info: { title: `Kerabat slip, job ${job.id}` },
    pageSize: 'A4',
    pageMargins: [40, 44, 40, 48],
    defaultStyle: { font: 'Text', fontSize: 9.5, lineHeight: 1.15 },
    footer: (page: number, pages: number) => ({
      text: `Job ${job.id} · printed ${printedAt.slice(0, 16).replace('T', ' ')} · page ${page} of ${pages}`,
      margin: [40, 12],
      fontSize: 8,
    }),
    content: [
      { text: `Slip for job ${String(job.id).padStart(4, '0')}`, bold: true, fontSize: 16 },
      { text: `${job.asker} · ${job.request} · ${vehicle ? `${vehicle.maker} ${vehicle.name}${built}` : 'vehicle not known'}`, margin: [0, 2, 0, 8] },
      { text: safety.sentence, bold: true, margin: [0, 0, 0, 4] },
      ...safety.overridden.map((o) => ({
        text: `Let pass by ${o.person}: ${o.joint.replace('/', ', ')}. Reason: ${o.reason}`,
        bold: true,
        margin: [0, 0, 0, 4],
      })),
      ...SLIP_SECTIONS.flatMap((section) => {
        const here = lines.filter((line) => line.section === section);
        return here.length === 0 ? [] : [{ text: SECTION_WORDS[section], bold: true, fontSize: 11, margin: [0, 8, 0, 3] }, table(here)];
      }),
      { text: 'Cautions', bold: true, fontSize: 11, margin: [0, 12, 0, 3] },
      { ul: workspace.cautions },
    ],
  };
}

/** The printed faces have no sign for two names of one size; an equals sign says it too. */
const printable = (text: string): string => text.replace(/≡/g, '=');

const table = (lines: ReturnType<typeof liveLines>): unknown => ({
  layout: 'lightHorizontalLines',
  table: {
    widths: [20, 105, '*', '*'],
    body: lines.map((line) => [
      { text: String(line.quantity), font: 'Mono' },
      { text: line.number ?? '', font: 'Mono' },
      printable(line.note ? `${line.words} (${line.note})` : line.words),
      printable(line.reason),
    ]),
  },
});
