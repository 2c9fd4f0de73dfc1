/** A lint rule: templates use Material's controls, and no control of the browser stands beside them. */

const NEVER = {
  select: 'mat-select in a mat-form-field',
  details: 'app-folded',
  summary: 'app-folded',
  fieldset: 'mat-radio-group, or a group with a name',
  meter: 'words, or mat-progress-bar',
  progress: 'mat-progress-bar',
  dialog: 'MatDialog',
};

const attributesOf = (node) => [...(node.attributes ?? []), ...(node.inputs ?? [])];
const has = (node, pattern) => attributesOf(node).some(({ name }) => pattern.test(name));
const valueOf = (node, name) => (node.attributes ?? []).find((a) => a.name === name)?.value ?? '';

/** What should stand there instead; undefined where the element is as it should be. */
function instead(node) {
  if (Object.hasOwn(NEVER, node.name)) return NEVER[node.name];
  if (node.name === 'button' && !has(node, /^mat/i)) return 'matButton or matIconButton';
  if (node.name === 'textarea' && !has(node, /^matInput$/)) return 'matInput';
  if (
    node.name === 'input' &&
    !has(node, /^(matInput|matAutocomplete|matSliderThumb)$/) &&
    valueOf(node, 'type') !== 'file'
  )
    return 'matInput in a mat-form-field';
  if (node.name === 'table' && !has(node, /^mat-table$/) && !valueOf(node, 'class').split(' ').includes('plain'))
    return 'mat-table, or class plain for a few fixed rows';
  return undefined;
}

export const onlyMaterial = {
  meta: { type: 'problem', schema: [], messages: { instead: 'No <{{ name }}> of the browser: use {{ what }}.' } },
  create: (context) => ({
    'Element, Element$1'(node) {
      const what = instead(node);
      if (what !== undefined)
        context.report({
          loc: {
            start: { line: node.sourceSpan.start.line + 1, column: node.sourceSpan.start.col },
            end: { line: node.sourceSpan.end.line + 1, column: node.sourceSpan.end.col },
          },
          messageId: 'instead',
          data: { name: node.name, what },
        });
    },
  }),
};
