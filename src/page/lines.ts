/** What a device sends, line by line, until it ends or cannot be read. @param there with each sign of life */
export async function readLines(
  answer: Response | null | undefined,
  there: () => void,
  hear: (lines: string[]) => void,
): Promise<void> {
  const reader = answer?.ok ? answer.body?.getReader() : undefined;
  if (!reader) return;
  const decoder = new TextDecoder();
  let rest = "";
  for (;;) {
    const next = await reader.read().catch(() => null);
    if (!next || next.done) return;
    there();
    const lines = (rest + decoder.decode(next.value, { stream: true })).split("\n");
    rest = lines.pop() ?? "";
    if (lines.length) hear(lines);
  }
}
