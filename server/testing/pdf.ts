import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** A text of a page where it really stands: from its left foot, in points from the left foot of the page. */
export interface TextBox {
  readonly page: number;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface ReadPdf {
  readonly pages: readonly { readonly width: number; readonly height: number }[];
  readonly boxes: readonly TextBox[];
}

/** What a PDF says, and where on its pages. */
export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const task = getDocument({ data: Uint8Array.from(bytes), useSystemFonts: false });
  const document = await task.promise;
  const pages: { width: number; height: number }[] = [];
  const boxes: TextBox[] = [];
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    pages.push({ width, height });
    const { items } = await page.getTextContent();
    for (const item of items) {
      if (!('str' in item) || item.str.trim() === '') continue;
      const [, , , , x = 0, y = 0] = item.transform as number[];
      boxes.push({ page: n, text: item.str, x, y, width: item.width, height: item.height });
    }
  }
  await task.destroy();
  return { pages, boxes };
}

/** Texts that do not stand on their page within a margin of points, as "page: text". */
export const offThePaper = ({ pages, boxes }: ReadPdf, margin: number): string[] =>
  boxes
    .filter(({ page, x, y, width, height }) => {
      const size = pages[page - 1] ?? { width: 0, height: 0 };
      return x < margin || y < margin || x + width > size.width - margin || y + height > size.height - margin;
    })
    .map(({ page, text }) => `${page}: ${text}`);

/** Texts of a line height that lie over each other, as "page: one / other". */
export const overEachOther = ({ boxes }: ReadPdf): string[] =>
  boxes.flatMap((a, i) =>
    boxes
      .slice(i + 1)
      .filter(
        (b) =>
          b.page === a.page &&
          Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > 2 &&
          Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > Math.min(a.height, b.height) * 0.5,
      )
      .map((b) => `${a.page}: ${a.text} / ${b.text}`),
  );
