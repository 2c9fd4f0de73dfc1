import { stringify } from 'csv-stringify/sync';
import type { SlipLineView, Workspace } from '@kerabat/contract';
import { SECTION_WORDS, SLIP_SECTIONS } from '@kerabat/core/slip';
import { inert } from '../exports/inert.js';

/** Lines that count, in the order of the slip. */
export const liveLines = (workspace: Workspace): SlipLineView[] =>
  SLIP_SECTIONS.flatMap((section) => workspace.slip.filter((line) => line.section === section && !line.dropped));

/** The slip as CSV (RFC 4180, UTF-8 with a byte order mark, so that spreadsheets read it). */
export function slipCsv(workspace: Workspace): string {
  const rows = liveLines(workspace).map((line) => [
    SECTION_WORDS[line.section],
    inert(line.number ?? ''),
    String(line.quantity),
    inert(line.words),
    inert(line.reason),
    inert(line.note ?? ''),
  ]);
  const passed = workspace.safety.overridden.map((o) => ['', '', '', inert(`Let pass by ${o.person}: ${o.joint.replace('/', ', ')}`), inert(o.reason), '']);
  const note = [['', '', '', inert(workspace.safety.sentence), '', ''], ...passed];
  return stringify([['section', 'number', 'quantity', 'what', 'reason', 'note'], ...rows, ...note], { bom: true, record_delimiter: '\r\n' });
}

/** The slip as JSON for another program. */
export function slipJson(workspace: Workspace): unknown {
  return {
    job: workspace.job.id,
    asker: workspace.job.asker,
    request: workspace.job.request,
    vehicle: workspace.vehicle ? `${workspace.vehicle.maker} ${workspace.vehicle.name}` : null,
    safeToOrder: workspace.safety.safe,
    sentence: workspace.safety.sentence,
    overrides: workspace.safety.overridden,
    lines: liveLines(workspace).map(({ section, number, quantity, words, reason, note }) => ({
      section,
      number: number ?? null,
      quantity,
      words,
      reason,
      note: note ?? null,
    })),
    cautions: workspace.cautions,
  };
}
