// npm run mutate: plants one defect after the other (a planning value moved by a step, a boundary, a condition turned round) in a copy
// of the sources and counts those that a test catches. `-- --sample 100` takes so many at random, `-- --only needs` one part.
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { copyOfSources } from './copyOfSources.mjs';
import { buildIfNeeded, installIfNeeded, ROOT } from './prepare.mjs';

/** What is planted in, and the tests that must notice. */
const PARTS = {
  rules: { files: ['core/src/rules'], tests: ['core/src/rules/'] },
  needs: { files: ['core/src/needs'], tests: ['core/src/needs/'] },
  reach: { files: ['core/src/reach'], tests: ['core/src/reach/', 'core/src/loadout/'] },
  upkeep: { files: ['core/src/upkeep', 'core/src/kit/judgement.ts'], tests: ['core/src/upkeep/'] },
  checks: {
    files: ['server/src/kits/check.ts', 'server/src/records/record.ts', 'server/src/records/registry.ts', 'server/src/transfer/file.ts'],
    tests: ['server/test/references'],
    // Asked only where the quick ones saw nothing: they open a database.
    slow: ['server/test/queuesAndDevices', 'server/test/api.test', 'server/test/catalog.test'],
  },
};
const GOAL = 0.95;

const option = (name) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? null : process.argv[at + 1];
};

const sourcesIn = (root, path) =>
  statSync(join(root, path)).isDirectory()
    ? readdirSync(join(root, path)).flatMap((name) => sourcesIn(root, join(path, name)))
    : /\.ts$/.test(path) && !/\.test\.ts$|index\.ts$/.test(path)
      ? [path]
      : [];

const TURNED = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
};

/** One step: a whole number by one, a part by a tenth of itself. */
function stepped(text) {
  const value = Number(text.replaceAll('_', ''));
  return Number.isInteger(value) ? String(value + 1) : String(Number((value * 1.1).toPrecision(12)));
}

/** Where nothing is decided: types, messages, tuples that only name, imports. */
const isDecided = (node) => {
  for (let at = node.parent; at !== undefined; at = at.parent)
    if (ts.isTypeNode(at) || ts.isImportDeclaration(at) || ts.isTemplateSpan(at) || ts.isInterfaceDeclaration(at)) return false;
  return true;
};

const isSorting = (node) => /\.(sort|toSorted)\($/.test(node?.getText().slice(0, node.getText().indexOf('(') + 1) ?? '');

/** `a < b ? b : a` is the same with `<=`. */
const isClamp = ({ left, right, parent }) =>
  ts.isConditionalExpression(parent) &&
  new Set([parent.whenTrue.getText(), parent.whenFalse.getText()]).size === 2 &&
  [parent.whenTrue.getText(), parent.whenFalse.getText()].every((text) => text === left.getText() || text === right.getText());

/** What a comparison for sorting gives: only its sign matters. */
function isSign(node) {
  for (let at = node.parent; at !== undefined; at = at.parent) {
    if (ts.isConditionalExpression(at) || ts.isPrefixUnaryExpression(at) || ts.isBinaryExpression(at)) continue;
    if (!ts.isArrowFunction(at)) return false;
    const named = ts.isVariableDeclaration(at.parent) ? at.parent.name.getText() : null;
    return named === null ? isSorting(at.parent) : at.getSourceFile().text.includes(`ort(${named})`);
  }
  return false;
}

/** Defects that can be planted in a file: where, what stands there, what instead. */
function defectsIn(path, text) {
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const add = (node, instead) =>
    found.push({
      path,
      start: node.getStart(),
      end: node.getEnd(),
      was: node.getText(),
      instead,
      line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1,
    });
  const visit = (node) => {
    if (isDecided(node)) {
      if (ts.isNumericLiteral(node) && !ts.isElementAccessExpression(node.parent) && !isSign(node)) add(node, stepped(node.text));
      if (ts.isBinaryExpression(node) && TURNED[node.operatorToken.getText()] !== undefined) {
        // A text compared for sorting only breaks ties.
        if (!isClamp(node) && !isSign(node) && !/localeCompare|\.sort\(/.test(node.parent?.parent?.getText() ?? ''))
          add(node.operatorToken, TURNED[node.operatorToken.getText()]);
      }
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** A seeded draw, so that a sample can be had again. */
function sample(list, count, seed) {
  let state = seed >>> 0;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return [...list]
    .map((one) => [next(), one])
    .sort(([a], [b]) => a - b)
    .slice(0, count)
    .map(([, one]) => one);
}

await installIfNeeded();
await buildIfNeeded();
const only = option('only');
if (only !== null && PARTS[only] === undefined) {
  console.error(`there is no part "${only}"; known: ${Object.keys(PARTS).join(', ')}`);
  process.exit(1);
}
const folder = copyOfSources();
process.chdir(folder);
process.env.IVRAK_SEED ??= '1';
process.env.NO_COLOR = '1';
// A worker that is used again would still hold what was loaded before the defect was planted.
process.env.IVRAK_ISOLATE = '1';
const { createVitest } = await import('vitest/node');
const silent = { onInit() {}, onTestRunEnd() {} };
const vitest = await createVitest('test', { root: folder, watch: false, reporters: [silent], bail: 1, silent: true });

/** Whether a test fails with the sources as they stand. */
async function isCaught(tests) {
  const specs = await vitest.globTestSpecifications(tests);
  if (specs.length === 0) throw new Error(`no tests at ${tests.join(', ')}`);
  const { testModules, unhandledErrors } = await vitest.runTestSpecifications(specs);
  // A run that is given up at its first failure leaves the file of that test undecided.
  const hasFailed = (module) => !module.ok() || [...module.children.allTests('failed')].length > 0;
  return unhandledErrors.length > 0 || testModules.some(hasFailed);
}

let caught = 0;
let planted = 0;
const missed = [];
try {
  for (const [part, { files, tests, slow = [] }] of Object.entries(PARTS)) {
    if (only !== null && only !== part) continue;
    const paths = files.flatMap((path) => sourcesIn(folder, path));
    const all = paths.flatMap((path) => defectsIn(path, readFileSync(join(folder, path), 'utf8')));
    const wanted = option('sample') === null ? all : sample(all, Number(option('sample')), 12);
    if (await isCaught([...tests, ...slow])) throw new Error(`the tests of ${part} fail without any defect`);
    let ownCaught = 0;
    for (const { path, start, end, was, instead, line } of wanted) {
      const file = join(folder, path);
      const text = readFileSync(file, 'utf8');
      writeFileSync(file, `${text.slice(0, start)}${instead}${text.slice(end)}`);
      // Now and then a run ends before its failure is told, so that what goes unnoticed is tried once more.
      let isNoticed = false;
      for (const asked of [tests, ...(slow.length === 0 ? [] : [slow]), [...tests, ...slow]]) {
        vitest.invalidateFile(file);
        isNoticed = await isCaught(asked);
        if (isNoticed) break;
      }
      if (isNoticed) ownCaught += 1;
      else missed.push(`${relative(folder, file)}:${line}  ${was} -> ${instead}`);
      writeFileSync(file, text);
      vitest.invalidateFile(file);
    }
    planted += wanted.length;
    caught += ownCaught;
    console.log(`${part}: ${ownCaught} of ${wanted.length} caught (${all.length} can be planted)`);
  }
} finally {
  await vitest.close();
  process.chdir(ROOT);
  rmSync(folder, { recursive: true, force: true });
}
for (const line of missed) console.log(`missed ${line}`);
const share = planted === 0 ? 1 : caught / planted;
console.log(`${caught} of ${planted} caught: ${(100 * share).toFixed(1)} % (goal ${100 * GOAL} %)`);
process.exit(share >= GOAL ? 0 : 1);
