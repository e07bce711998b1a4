import { spawn } from 'node:child_process';

export interface Ran {
  status: number | null;
  stdout: string;
  stderr: string;
}

/**
 * Runs a script of the app to its end, beside this process: while it runs the test's own requests go on, and no line to a server lies
 * idle for so long that the server closes it.
 */
export function runScript(args: readonly string[], env: Record<string, string>): Promise<Ran> {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, args, { env: { ...process.env, ...env } });
    const said = { stdout: '', stderr: '' };
    for (const output of ['stdout', 'stderr'] as const)
      child[output].setEncoding('utf8').on('data', (text: string) => (said[output] += text));
    child.on('error', fail);
    child.on('close', (status) => done({ status, ...said }));
  });
}
