import { createRequire } from 'node:module';
import type { Workspace } from '@kerabat/contract';
import { jointWords } from '../jobs/export.js';
import { jobNumber } from '@kerabat/core/tell/words';
import { type Family, fonts, runsOf, STANDARD_FACE } from './faces.js';
import { type FeelPaper, feelSheet } from './feel.js';
import { type LinePaper, lineSheet } from './line.js';
import { measureSheet } from './measure.js';
import type { Paper } from './papers.js';
import { partsListSheet } from './parts-list.js';
import { heading, type Printed, type Sheet } from './sheet.js';
import { workCardSheet } from './work-card.js';

const require = createRequire(import.meta.url);

interface PdfMake {
  setFonts(fonts: unknown): void;
  setUrlAccessPolicy(allowed: (url: string) => boolean): void;
  setLocalAccessPolicy(allowed: (path: string) => boolean): void;
  createPdf(definition: unknown): { getBuffer(): Promise<Buffer> };
}

export type PaperTask = { readonly printedAt: string } & (
  { readonly paper: Paper; readonly workspace: Workspace } | { readonly feel: FeelPaper } | { readonly line: LinePaper }
);

const SHEETS: Readonly<Record<Paper, (workspace: Workspace) => Sheet>> = {
  'parts-list': partsListSheet,
  measure: measureSheet,
  'work-card': workCardSheet,
};

/**
 * A paper about a job: what it is, whose it is, whether it is OK to order, who let what pass, then its own content.
 */
function jobSheet(paper: Paper, workspace: Workspace): Printed {
  const { job, vehicle, safety } = workspace;
  const { title, content } = SHEETS[paper](workspace);
  const built = job.built ? `, built ${job.built}` : '';
  return {
    title: `${title} for job ${jobNumber(job.id)}`,
    about:
      `${job.asker} · ${job.request} · ` +
      `${vehicle ? `${vehicle.maker} ${vehicle.name}${built}` : 'vehicle not known'}`,
    lead: [
      { text: safety.sentence, bold: true, margin: [0, 0, 0, 4] },
      ...safety.overridden.map((o) => ({
        text: `Overridden by ${o.person}: ${jointWords(workspace, o.joint)}. Reason: ${o.reason}`,
        bold: true,
        margin: [0, 0, 0, 4],
      })),
    ],
    content,
    cautions: workspace.cautions,
    foot: `Job ${job.id}`,
  };
}

function sheetOf(task: PaperTask): Printed {
  if ('feel' in task) return feelSheet(task.feel);
  return 'line' in task ? lineSheet(task.line) : jobSheet(task.paper, task.workspace);
}

/** A paper as PDF. */
export async function print(task: PaperTask): Promise<Uint8Array> {
  const sheet = sheetOf(task);
  const unprinted = new Set<string>();
  const whole = [
    { text: sheet.title, bold: true, fontSize: 16 },
    { text: sheet.about, margin: [0, 2, 0, 8] },
    ...(sheet.lead ?? []),
    ...sheet.content,
    heading('Cautions'),
    { ul: sheet.cautions },
  ];
  const set = inFaces(whole, (text) => unprinted.add(text)) as unknown[];
  const note =
    'Letters that this paper has no face for stand as their codes in brackets. The texts are whole ' +
    'in the description of this file.';
  const pdfmake = require('pdfmake') as PdfMake;
  const faces = fonts();
  const files = Object.values(faces).flatMap(({ normal, bold }) => [normal, bold]);
  pdfmake.setFonts(faces);
  // The printer reads its faces and nothing else, whatever a text says.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => files.includes(path));
  return pdfmake
    .createPdf({
      info: {
        title: `Kerabat: ${sheet.title}`,
        ...(unprinted.size > 0 ? { subject: [...unprinted].join(' | ') } : {}),
      },
      tagged: true,
      language: 'en',
      displayTitle: true,
      // A heading that would stand alone at the foot of a page goes with what it is over.
      pageBreakBefore: (
        node: { headlineLevel?: number },
        following: { getFollowingNodesOnPage(): readonly unknown[] },
      ) => node.headlineLevel === 1 && following.getFollowingNodesOnPage().length < 2,
      pageSize: 'A4',
      pageMargins: [40, 44, 40, 48],
      defaultStyle: { font: STANDARD_FACE, fontSize: 9.5, lineHeight: 1.15 },
      footer: (page: number, pages: number) => ({
        text: `${sheet.foot} · printed ${task.printedAt.slice(0, 16).replace('T', ' ')} · page ${page} of ${pages}`,
        margin: [40, 12],
        fontSize: 8,
      }),
      content: [...set, ...(unprinted.size > 0 ? [{ text: note, fontSize: 8, margin: [0, 8, 0, 0] }] : [])],
    })
    .getBuffer();
}

/** Keys of a node under which no text stands that is printed. */
const NO_TEXT = ['widths', 'svg', 'layout', 'margin', 'font'];

/**
 * Every text in a node, wherever it is, as runs of the faces that have its letters. `unprinted` hears each text that
 * has one nobody has.
 */
function inFaces(node: unknown, unprinted: (text: string) => void, family: Family = 'Text'): unknown {
  if (typeof node === 'string') return { text: runs(node, unprinted, family) };
  if (Array.isArray(node)) return node.map((item) => inFaces(item, unprinted, family));
  if (typeof node !== 'object' || node === null) return node;
  const own = (node as { font?: Family }).font ?? family;
  return Object.fromEntries(
    Object.entries(node)
      .filter(([key]) => key !== 'font')
      .map(([key, value]) => {
        if (NO_TEXT.includes(key)) return [key, value];
        return [
          key,
          key === 'text' && typeof value === 'string' ? runs(value, unprinted, own) : inFaces(value, unprinted, own),
        ];
      }),
  );
}

const runs = (text: string, unprinted: (text: string) => void, family: Family) =>
  runsOf(text, family, () => unprinted(text));

declare module '../base/work/tasks.js' {
  interface Tasks {
    readonly paper: { readonly task: PaperTask; readonly answer: Uint8Array };
  }
}
