/** Reads an answer that comes as lines of JSON, each as soon as it is there. */
export async function readLines(answer: Response, onLine: (line: unknown) => void): Promise<void> {
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const piece = await reader?.read();
    if (!piece || piece.done) break;
    const lines = (rest + piece.value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line.trim() !== '') onLine(JSON.parse(line));
  }
  if (rest.trim() !== '') onLine(JSON.parse(rest));
}
