import type { DecisionRecord, JobRecord } from './records.js';
import type { Workspace } from './workspace.js';
import { type Finding, type FindingPart, findingsOf, FOUND, readComplaints } from '../../find/ask/index.js';
import { readSubject, subjectText } from '../subject.js';
import type { Told } from '../../list/need/index.js';
import type { ProposedLine } from '../../list/parts-list/index.js';
import { attributeWords } from '../../named/attribute/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import { itemWords } from '../../tell/words/index.js';
import type { KnownSide } from '../../vehicle/reading/index.js';

/** What was complained of, what was found instead of a bad unit, and what that orders. */

/** What was found, by the causes that somebody said yes to. */
export const findingsIn = (decisions: readonly DecisionRecord[]): Finding[] =>
  findingsOf(
    decisions.flatMap(({ subject, value }) => {
      const about = value && readSubject(subject);
      return about && about.about === 'found' && value.choice === 'yes'
        ? [{ cause: about.cause, ...(value.detail === undefined ? {} : { detail: value.detail }) }]
        : [];
    }),
  );

/** The first reading of a job's complaints, with what was said of each cause that looks the same. */
export function readingOf(
  job: JobRecord,
  decisions: readonly DecisionRecord[],
  onVehicle: readonly UnitKind[],
): Pick<Workspace, 'reading'> {
  const reading = readComplaints(job.complaints, onVehicle);
  if (!reading) return {};
  const said = new Map(decisions.flatMap((d) => (d.value ? [[d.subject, d.value] as const] : [])));
  return {
    reading: {
      sentences: [...reading.sentences],
      suspects: [...reading.suspects],
      ruleOutFirst: reading.ruleOutFirst.map(({ id, cause, check, minutes, then, turned }) => {
        const subject = subjectText({ about: 'found', cause: id });
        const value = said.get(subject);
        const found = FOUND.find((answer) => answer === value?.choice);
        return {
          subject,
          cause,
          check,
          minutes,
          then,
          ...(turned ? { turned } : {}),
          ...(found === undefined ? {} : { found }),
          ...(value?.detail === undefined ? {} : { detail: value.detail }),
        };
      }),
    },
  };
}

/** What findings order, with the size that the vehicle is known to have; what has none is to be measured first. */
export function orderedByFindings(
  findings: readonly Finding[],
  vehicle: KnownSide | undefined,
): { readonly told: Told[]; readonly asks: ProposedLine[]; readonly open: string[] } {
  const parts = findings.flatMap(({ look, sentence, orders }) =>
    orders.map((part, i) => ({ part, key: `found/${look.id}-${i}`, sentence, size: sizeOf(part, vehicle) })),
  );
  const unsized = parts.filter(({ part, size }) => part.sizedBy !== undefined && size === undefined);
  const measure = ({ sizedBy }: FindingPart): string => (sizedBy === undefined ? '' : attributeWords(sizedBy));
  return {
    told: parts.map(({ part: { item, quantity, words }, key, sentence, size }): Told => ({
      key,
      item,
      quantity,
      words: size === undefined ? words : itemWords({ item, sizeMm: size }),
      because: key,
      section: 'order',
      at: [],
      reason: sentence,
      ...(size === undefined ? {} : { sizeMm: size }),
    })),
    asks: unsized.map(({ part, key }): ProposedLine => ({
      key: `${key}-measure`,
      section: 'ask',
      words: `Measure on the vehicle: ${measure(part)}`,
      quantity: 1,
      reason: `${part.words.toLowerCase()}: it is ordered by this`,
    })),
    open: unsized.map(({ part }) => `${part.words.toLowerCase()}: ${measure(part)} is not known`),
  };
}

function sizeOf({ sizedBy }: FindingPart, vehicle: KnownSide | undefined): number | undefined {
  const value = sizedBy && vehicle?.get(sizedBy)?.value;
  return typeof value === 'number' ? value : undefined;
}
