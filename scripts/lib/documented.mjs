/** An ESLint rule: what core and the contract export as a function or a class says what it is. */

const isFunction = (node) =>
  node?.type === 'ArrowFunctionExpression' || node?.type === 'FunctionExpression';

/** The name of what is exported, where it is a function or a class. */
function exportedName({ declaration }) {
  if (!declaration) return null;
  if (['FunctionDeclaration', 'ClassDeclaration'].includes(declaration.type))
    return declaration.id.name;
  const [first] = declaration.declarations ?? [];
  return isFunction(first?.init) ? first.id.name : null;
}

export const documented = {
  meta: {
    type: 'suggestion',
    schema: [],
    messages: { missing: 'Say what {{name}} gives: shapes, units, errors and source.' },
  },
  create({ sourceCode, report }) {
    return {
      ExportNamedDeclaration(node) {
        const name = exportedName(node);
        const before = sourceCode.getCommentsBefore(node).at(-1);
        if (name !== null && !before?.value.startsWith('*'))
          report({ node, messageId: 'missing', data: { name } });
      },
    };
  },
};
