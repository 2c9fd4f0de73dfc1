import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';
import { offThePaper, overEachOther, readPdf, type ReadPdf } from '../testing/pdf.js';
import { print } from './paper.js';
import { PAPERS } from './papers.js';

/** The least that a printer leaves white, points: 5 mm. */
const MARGIN = 14;

/** Headings of a paper that nothing follows on their page. */
function alone({ pages, boxes }: ReadPdf): string[] {
  return pages.flatMap((_, i) => {
    const own = boxes.filter(({ page, y }) => page === i + 1 && y > 40);
    const lowest = own.reduce((low, box) => (box.y < low.y ? box : low), own[0] ?? { y: 0, height: 0, text: '' });
    return lowest.height > 11 && i < pages.length - 1 ? [`${i + 1}: ${lowest.text}`] : [];
  });
}

describe('every paper of every job of the demo', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());

  it.each(PAPERS)(
    '%s: no text is off the sheet or over another, and no heading stands alone at a foot',
    async (paper) => {
      const { jobs } = (await server.ask('GET', '/jobs')).body as { jobs: { id: number }[] };
      expect(jobs.length).toBeGreaterThan(3);
      for (const { id } of jobs) {
        const workspace = (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
        const pdf = await readPdf(await print({ paper, workspace, printedAt: '2024-06-01T10:00:00Z' }));
        expect(pdf.boxes.length, `job ${id}`).toBeGreaterThan(8);
        expect(offThePaper(pdf, MARGIN), `job ${id}`).toEqual([]);
        expect(overEachOther(pdf), `job ${id}`).toEqual([]);
        expect(alone(pdf), `job ${id}`).toEqual([]);
      }
    },
  );

  it('sees a text that is off the sheet, and one over another', async () => {
    const box = { page: 1, x: 20, y: 700, width: 100, height: 10 };
    const page = { pages: [{ width: 595, height: 842 }], boxes: [{ ...box, text: 'a' }] };
    expect(offThePaper(page, MARGIN)).toEqual([]);
    expect(offThePaper({ ...page, boxes: [{ ...box, text: 'b', x: 520 }] }, MARGIN)).toEqual(['1: b']);
    expect(
      overEachOther({
        ...page,
        boxes: [
          { ...box, text: 'a' },
          { ...box, text: 'c', y: 702 },
        ],
      }),
    ).toEqual(['1: a / c']);
  });

  it('the longest words that people type stay on the sheet', async () => {
    const workspace = (await server.ask('GET', '/jobs/6')).body as Workspace;
    const long = { ...workspace, job: { ...workspace.job, asker: 'Unbreakable'.repeat(7) } };
    for (const paper of PAPERS) {
      const pdf = await readPdf(await print({ paper, workspace: long, printedAt: '2024-06-01T10:00:00Z' }));
      expect(offThePaper(pdf, MARGIN), paper).toEqual([]);
    }
  });
});
