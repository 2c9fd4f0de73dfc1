/** What the audit looks for. Harm ranks the findings: what ends in a wrong bore or a stripped thread comes first. */
export interface AuditRow {
  readonly rule: string;
  readonly words: string;
  /** 1 (untidy) to 9 (somebody drives with it). Workshop judgement. */
  readonly harm: number;
  readonly why: string;
}

const row = <R extends string>(rule: R, words: string, harm: number, why: string) => ({ rule, words, harm, why }) as const;

export const AUDIT_ROWS = [
  row('two-bores', 'one unit, two bores', 9, 'the wrong bore changes pressure and travel, and nobody notices on the bench'),
  row('kit-bore', 'kit of another bore than its unit', 8, 'seals of another size leak or seize'),
  row('silent-difference', 'drop-in that differs at a joint, and no condition says so', 8, 'the difference is found when the vehicle is apart'),
  row('looks-like-inches', 'looks like inches in a column of millimetres', 7, 'everything computed from it is wrong by 25.4'),
  row('sources-differ', 'two sources say different things of one', 6, 'the better one is used, and may be the one that is wrong'),
  row('owned-twice', 'one number, two owners', 6, 'whoever orders by it gets one or the other'),
  row('used-both-ways', 'one-way link used both ways', 5, 'the old part is sold as good enough for the new one'),
  row('supersession-cycle', 'supersession that comes back to itself', 5, 'there is no number to order now'),
  row('supersession-fork', 'supersession with two successors', 4, 'which of them to order is not said'),
  row('no-source', 'said by nobody', 1, 'nobody can be asked'),
] as const;

export type AuditRule = (typeof AUDIT_ROWS)[number]['rule'];
export const auditRow = (rule: AuditRule): AuditRow & { readonly rule: AuditRule } =>
  AUDIT_ROWS.find((r) => r.rule === rule) ?? AUDIT_ROWS[AUDIT_ROWS.length - 1]!; // eslint-disable-line @typescript-eslint/no-non-null-assertion
