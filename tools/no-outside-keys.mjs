// A lint rule: a table is not looked up by a word that may come from outside with table[word], which finds what every
// object inherits ("constructor", "__proto__"). `lookup(table, word)` of core/base/lookup, a Map, or a word of a closed
// list is used instead.
import { ESLintUtils } from '@typescript-eslint/utils';
import ts from 'typescript';

const isOpenText = (type) =>
  type.isUnion()
    ? type.types.some(isOpenText)
    : (type.flags & (ts.TypeFlags.String | ts.TypeFlags.TemplateLiteral)) !== 0;

export const noOutsideKeys = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      outside: 'This table is looked up by any text: use lookup(table, word) of core/base/lookup, or a Map.',
    },
  },
  create(context) {
    const { program, esTreeNodeToTSNodeMap } = ESLintUtils.getParserServices(context);
    const checker = program.getTypeChecker();
    const typeOf = (node) => checker.getTypeAtLocation(esTreeNodeToTSNodeMap.get(node));
    return {
      'MemberExpression[computed=true]'(node) {
        let key = node.property;
        if (key.type === 'Literal' || key.type === 'TemplateLiteral') return;
        // A cast says which words are meant, and proves nothing.
        while (key.type === 'TSAsExpression' || key.type === 'TSNonNullExpression') key = key.expression;
        if (isOpenText(typeOf(key))) context.report({ node, messageId: 'outside' });
      },
    };
  },
};
