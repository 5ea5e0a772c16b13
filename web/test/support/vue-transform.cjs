/** Compiles a component for Jest: its script and template as one module, without styles. */
const { createHash } = require('node:crypto');
const { compileScript, parse } = require('@vue/compiler-sfc');
const { transformSync } = require('@swc/core');

module.exports = {
  getCacheKey: (source, path) => createHash('sha256').update(source).update(path).digest('hex'),
  process(source, filename) {
    const { descriptor, errors } = parse(source, { filename });
    if (errors.length > 0) throw errors[0];
    const compiled = compileScript(descriptor, { id: filename, inlineTemplate: true });
    const { code, map } = transformSync(compiled.content, {
      filename,
      sourceMaps: true,
      jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
      module: { type: 'commonjs' },
    });
    return { code, map };
  },
};
