import { spawn } from 'node:child_process';

/**
 * Answers in a process of its own, within so much time and memory. It prints its answer itself; where it has to be ended, what
 * had been answered until then is printed, with what was not and why.
 * @param {string} script that tells, where it can, what it is asked (`{ asks }`) and each answer (`{ kind, answer }`)
 * @param {readonly string[]} args
 * @param {{ readonly seconds: number, readonly megabytes: number }} budget
 * @returns {Promise<number>} the status to end with: 3 where the budget was not enough
 */
export function withinBudget(script, args, { seconds, megabytes }) {
  const child = spawn(process.execPath, [`--max-old-space-size=${megabytes}`, script, ...args], {
    stdio: ['inherit', 'inherit', 'pipe', 'ipc'],
  });
  /** @type {string[]} */
  let asks = [];
  const answers = new Map();
  let over = false;
  child.on('message', (/** @type {{ asks?: string[], kind?: string, answer?: unknown }} */ told) => {
    if (told.asks) asks = told.asks;
    if (told.kind) answers.set(told.kind, told.answer);
  });
  let said = '';
  child.stderr.on('data', (part) => (said += String(part)));
  const timer = setTimeout(() => {
    over = true;
    child.kill('SIGKILL');
  }, seconds * 1000);
  return new Promise((resolve) => {
    child.on('close', (code, signal) => {
      clearTimeout(timer);
      if (!over && signal === null && code !== 134) {
        process.stderr.write(said);
        resolve(code ?? 1);
        return;
      }
      const unanswered = asks.filter((kind) => !answers.has(kind));
      const budget = over ? { seconds } : { megabytes };
      console.log(
        JSON.stringify({
          form: 'yonder-bolt/answer',
          version: 1,
          answers: Object.fromEntries(answers),
          unanswered,
          faults: [{ path: '', reason: { code: 'case-over-budget', facts: budget } }],
        }),
      );
      resolve(3);
    });
  });
}
