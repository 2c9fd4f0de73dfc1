import type { PartsListLineView, Workspace } from '@kerabat/contract';
import { SECTION_WORDS, supplyNotes } from '@kerabat/core/list/parts-list';
import { LIST_SECTIONS } from '@kerabat/core/list/need';
import { csvText } from '../base/csv/csv.js';

/** Lines that count, in the order of the parts list. */
export const liveLines = (workspace: Workspace): PartsListLineView[] =>
  LIST_SECTIONS.flatMap((section) => workspace.partsList.filter((line) => line.section === section && !line.dropped));

/** A joint as people call it: "line, front left, of the master"; never by its id. */
export function jointWords({ work }: Pick<Workspace, 'work'>, id: string): string {
  const place = work.find(({ slot }) => id.startsWith(`${slot}/`));
  const joint = place?.joints.find((one) => `${place.slot}/${one.id}` === id);
  return place && joint ? `${joint.words}, of the ${place.words}` : 'a joint that is not there any more';
}

/** The parts list as CSV (RFC 4180, UTF-8 with a byte order mark, so that spreadsheets read it). */
export function partsListCsv(workspace: Workspace): string {
  const rows = liveLines(workspace).map((line) => [
    SECTION_WORDS[line.section],
    line.number ?? '',
    String(line.quantity),
    line.words,
    line.reason,
    line.note ?? '',
    line.price ? line.price.each.toFixed(2) : '',
    [...(line.price ? [`${line.price.supplier}, ${line.price.date}`] : []), ...supplyNotes(line)].join('; '),
  ]);
  const passed = workspace.safety.overridden.map((o) => [
    '',
    '',
    '',
    `Overridden by ${o.person}: ${jointWords(workspace, o.joint)}`,
    o.reason,
    '',
    '',
    '',
  ]);
  const note = [['', '', '', workspace.safety.sentence, '', '', '', ''], ...passed];
  return csvText(
    [['section', 'number', 'quantity', 'what', 'reason', 'note', 'price each', 'supplier'], ...rows, ...note],
    true,
  );
}

/** The parts list as JSON for another program. */
export function partsListJson(workspace: Workspace): unknown {
  return {
    job: workspace.job.id,
    asker: workspace.job.asker,
    request: workspace.job.request,
    vehicle: workspace.vehicle ? `${workspace.vehicle.maker} ${workspace.vehicle.name}` : null,
    safeToOrder: workspace.safety.safe,
    sentence: workspace.safety.sentence,
    overrides: workspace.safety.overridden,
    sum: workspace.sum,
    lines: liveLines(workspace).map(({ section, number, quantity, words, reason, note, price }) => ({
      section,
      number: number ?? null,
      quantity,
      words,
      reason,
      note: note ?? null,
      price: price ?? null,
    })),
    cautions: workspace.cautions,
  };
}
