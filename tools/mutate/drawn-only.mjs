import { readFileSync } from 'node:fs';
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';
import { keyOf } from './key.mjs';

/** A place that was drawn may hold further faults that were not: this keeps them from being run, and out of the score. */
class DrawnOnly {
  async init() {
    this.drawn = new Set(JSON.parse(readFileSync(process.env.DRAWN_FAULTS, 'utf8')));
  }

  async group(faults) {
    return [faults.map(({ id }) => id)];
  }

  async check(faults) {
    return Object.fromEntries(
      faults.map((fault) => [
        fault.id,
        this.drawn.has(keyOf(fault)) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' },
      ]),
    );
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Checker, 'drawn-only', DrawnOnly)];
