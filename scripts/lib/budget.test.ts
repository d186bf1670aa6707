import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

let dir = '';
beforeAll(() => {
  dir = mkdtempSync(path.join(tmpdir(), 'budget-'));
});
afterAll(() => rmSync(dir, { recursive: true, force: true }));

const HEAD = "process.send({ asks: ['one', 'two'] }); process.send({ kind: 'one', answer: 1 });";

/** What is printed for a script within a budget, and the status. */
function run(body: string, seconds: number, megabytes: number) {
  const script = path.join(dir, 'script.mjs');
  const runner = path.join(dir, 'runner.mjs');
  writeFileSync(script, `${HEAD}\n${body}`);
  writeFileSync(
    runner,
    `import { withinBudget } from ${JSON.stringify(path.resolve('scripts/lib/budget.mjs'))};
     process.exitCode = await withinBudget(${JSON.stringify(script)}, [], { seconds: ${seconds}, megabytes: ${megabytes} });`,
  );
  try {
    return { text: execFileSync(process.execPath, [runner], { encoding: 'utf8' }), status: 0 };
  } catch (error) {
    const { stdout, status } = error as { stdout: string; status: number };
    return { text: stdout, status };
  }
}

describe('an answer within a budget', () => {
  it('is printed as it is', () =>
    expect(run("console.log('whole')", 60, 256)).toEqual({ text: 'whole\n', status: 0 }));

  it('ends when its time is over, with what was answered until then', () => {
    const { text, status } = run('for (;;);', 1, 256);
    expect(status).toBe(3);
    expect(JSON.parse(text)).toMatchObject({
      answers: { one: 1 },
      unanswered: ['two'],
      faults: [{ reason: { code: 'case-over-budget', facts: { seconds: 1 } } }],
    });
  });

  it('ends when its memory is over, the same way', () => {
    const { text, status } = run('const all = []; for (;;) all.push(new Array(1000).fill({}));', 60, 32);
    expect(status).toBe(3);
    expect(JSON.parse(text)).toMatchObject({
      answers: { one: 1 },
      faults: [{ reason: { facts: { megabytes: 32 } } }],
    });
  });
});
