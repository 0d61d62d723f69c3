// A test runner for mutation testing. Stryker's own for Jest starts Jest again for every mutant: some 2.5 s for tests that
// take 0.1 s. This one stays in one process: for each mutant it reloads the tests and whatever imports the mutated
// folder, so nothing that a mutant left in a module reaches the next one; everything else stays loaded, and warm.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join, relative, resolve } from 'node:path';
import { performance } from 'node:perf_hooks';
import { format } from 'node:util';
import { Script } from 'node:vm';
import { commonTokens, declareFactoryPlugin, PluginKind, tokens } from '@stryker-mutator/api/plugin';
import { DryRunStatus, MutantRunStatus, TestStatus } from '@stryker-mutator/api/test-runner';
import { transformSync } from 'esbuild';
import { expect } from 'expect';

/** The modules of a tree written in TypeScript: `load(file)` gives what one exports, and `forget()` the part that is not to be kept. */
class Modules {
  constructor(root, isMutated, globals) {
    Object.assign(this, { root, isMutated, globals });
    this.installed = createRequire(join(root, 'package.json'));
    this.sources = new Map();
    this.loaded = new Map();
  }

  fileOf(name, from) {
    if (name === 'server-only') return join(this.root, 'test/empty.ts');
    const at = name.startsWith('@/')
      ? join(this.root, 'src', name.slice(2))
      : name.startsWith('@test/')
        ? join(this.root, 'test', name.slice(6))
        : null;
    if (at === null && !name.startsWith('.')) return null;
    const path = at ?? resolve(dirname(from), name);
    const found = [path, `${path}.ts`, `${path}.tsx`, join(path, 'index.ts')].find((file) => existsSync(file) && statSync(file).isFile());
    if (!found) throw new Error(`${from} imports ${name}, which is not there`);
    return found;
  }

  source(file) {
    const kept = this.sources.get(file);
    if (kept) return kept;
    const text = readFileSync(file, 'utf8');
    const { code } = file.endsWith('.json')
      ? { code: `module.exports = ${text}` }
      : transformSync(text, {
          loader: file.endsWith('x') ? 'tsx' : 'ts',
          format: 'cjs',
          target: 'node20',
          jsx: 'automatic',
          sourcefile: file,
        });
    const names = Object.keys(this.globals);
    const script = new Script(`(function (require, module, exports, ${names.join(', ')}) {${code}\n})`, { filename: file });
    const imports = [...code.matchAll(/\brequire\("([^"]+)"\)/g)].map(([, name]) => this.fileOf(name, file)).filter(Boolean);
    const source = { script, imports };
    this.sources.set(file, source);
    return source;
  }

  /** Of what the given files import, whatever leads to one that is mutated, and the files themselves: these are reloaded. */
  reloadedFor(files) {
    const importers = new Map();
    const seen = new Set(files);
    for (const file of seen) {
      for (const next of this.source(file).imports) {
        importers.set(next, [...(importers.get(next) ?? []), file]);
        seen.add(next);
      }
    }
    const reloaded = new Set([...files, ...[...seen].filter(this.isMutated)]);
    for (const file of reloaded) for (const importer of importers.get(file) ?? []) reloaded.add(importer);
    return reloaded;
  }

  load(file) {
    const kept = this.loaded.get(file);
    if (kept) return kept.exports;
    const made = { exports: {} };
    this.loaded.set(file, made);
    const require = (name) => {
      const wanted = this.fileOf(name, file);
      return wanted ? this.load(wanted) : this.installed(name);
    };
    this.source(file).script.runInThisContext()(require, made, made.exports, ...Object.values(this.globals));
    return made.exports;
  }

  forget() {
    for (const file of this.reloaded) this.loaded.delete(file);
  }
}

/** Jest's words for declaring tests, as far as tests of ours that run in Node use them. */
class Declared {
  constructor() {
    this.begin('');
    const each = (make) => (rows) => (title, body) =>
      rows.forEach((row) => make(format(title, ...[row].flat()), () => body(...(Array.isArray(row) ? row : [row]))));
    const test = (title, body) => this.add(title, body);
    const describe = (title, body) => {
      const { names, before, after } = this.at;
      const outer = this.at;
      this.at = { names: [...names, title], before: [...before], after: [...after] };
      body();
      this.at = outer;
    };
    test.each = each(test);
    describe.each = each(describe);
    const beforeEach = (body) => this.at.before.push(body);
    const afterEach = (body) => this.at.after.unshift(body);
    this.words = { test, describe, beforeEach, afterEach, expect };
  }

  begin(file) {
    this.file = file;
    this.tests = [];
    this.at = { names: [], before: [], after: [] };
  }

  add(title, body) {
    const { names, before, after } = this.at;
    const run = async () => {
      for (const first of before) await first();
      try {
        await body();
      } finally {
        for (const last of after) await last();
      }
    };
    this.tests.push({ id: `${this.file}#${this.tests.length}`, name: [...names, title].join(' '), run });
  }
}

const failureOf = async (run) => {
  try {
    await run();
    return null;
  } catch (error) {
    return error instanceof Error ? error.message.slice(0, 300) : String(error);
  }
};

class Runner {
  constructor({ mutated }) {
    this.mutated = mutated;
  }

  capabilities() {
    return { reloadEnvironment: true };
  }

  async init() {
    const root = process.cwd();
    const mutated = join(root, this.mutated);
    const folder = mutated.endsWith('.ts') ? dirname(mutated) : mutated;
    globalThis.__stryker__ ??= {};
    this.declared = new Declared();
    // how long a test took here last: the quick ones are asked first
    this.took = new Map();
    this.modules = new Modules(root, (file) => file === mutated || file.startsWith(`${mutated}/`), this.declared.words);
    this.modules.load(join(root, 'test/property.ts'));
    this.files = readdirSync(folder, { recursive: true })
      .filter((name) => name.endsWith('.test.ts'))
      .map((name) => relative(root, join(folder, name)))
      .sort();
    this.modules.reloaded = this.modules.reloadedFor(this.files.map((file) => join(root, file)));
  }

  testsOf(file) {
    this.modules.forget();
    this.declared.begin(file);
    this.modules.load(join(process.cwd(), file));
    return this.declared.tests;
  }

  async timed(id, run) {
    const begun = performance.now();
    const failed = await failureOf(run);
    this.took.set(id, performance.now() - begun);
    return failed;
  }

  /** Of the given things, the quickest first, by the tests that each stands for. */
  quickest(things, testsOf) {
    const cost = (thing) => testsOf(thing).reduce((sum, id) => sum + (this.took.get(id) ?? 0), 0);
    return [...things].sort((a, b) => cost(a) - cost(b));
  }

  async dryRun() {
    const state = globalThis.__stryker__;
    const tests = [];
    for (const file of this.files) {
      for (const { id, name, run } of this.testsOf(file)) {
        state.currentTestId = id;
        const failureMessage = await this.timed(id, run);
        const result = { id, name, fileName: file, timeSpentMs: this.took.get(id) };
        tests.push(
          failureMessage === null ? { ...result, status: TestStatus.Success } : { ...result, status: TestStatus.Failed, failureMessage },
        );
        state.currentTestId = undefined;
      }
    }
    return { status: DryRunStatus.Complete, tests, mutantCoverage: state.mutantCoverage };
  }

  async mutantRun({ activeMutant, testFilter, mutantActivation, hitLimit }) {
    const state = globalThis.__stryker__;
    Object.assign(state, { hitLimit, hitCount: hitLimit ? 0 : undefined });
    const wanted = testFilter && new Set(testFilter);
    const isLong = () => hitLimit !== undefined && state.hitCount > hitLimit;
    let nrOfTests = 0;
    const judged = (id, failureMessage) =>
      isLong()
        ? { status: MutantRunStatus.Timeout, reason: 'a loop without end' }
        : { status: MutantRunStatus.Killed, killedBy: [id], failureMessage, nrOfTests };
    const idsOf = (file) => [...(wanted ?? this.took.keys())].filter((id) => id.startsWith(`${file}#`));
    for (const file of this.quickest(this.files, idsOf)) {
      if (wanted && idsOf(file).length === 0) continue;
      state.activeMutant = mutantActivation === 'static' ? activeMutant.id : undefined;
      const unread = await failureOf(() => this.testsOf(file));
      if (unread !== null) return judged(testFilter?.[0] ?? `${file}#0`, unread);
      state.activeMutant = activeMutant.id;
      const tests = this.declared.tests.filter((test) => !wanted || wanted.has(test.id));
      for (const { id, run } of this.quickest(tests, (test) => [test.id])) {
        nrOfTests += 1;
        const failed = await this.timed(id, run);
        if (failed !== null) return judged(id, failed);
      }
    }
    return { status: MutantRunStatus.Survived, nrOfTests };
  }
}

const create = (options) => new Runner(options);
create.inject = tokens(commonTokens.options);

export const strykerPlugins = [declareFactoryPlugin(PluginKind.TestRunner, 'once', create)];
