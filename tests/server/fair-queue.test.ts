import { FairQueue } from "#server/work/fair-queue";

test("thirty of one practice keep another's one waiting for no more than what is at work", async () => {
  const queue = new FairQueue(2);
  const ended: string[] = [];
  let atWork = 0;
  let most = 0;
  const ask = (whose: string, n: number) =>
    queue.run(whose, async () => {
      most = Math.max(most, ++atWork);
      await new Promise((r) => setTimeout(r, 2));
      atWork--;
      ended.push(`${whose}${n}`);
    });
  const all = Array.from({ length: 30 }, (_, n) => ask("a", n));
  all.push(ask("b", 0), ask("c", 0), ask("b", 1));
  await Promise.all(all);
  expect(most).toBe(2);
  expect(ended).toHaveLength(33);
  expect(ended.indexOf("b0")).toBeLessThan(6);
  expect(ended.indexOf("c0")).toBeLessThan(6);
  expect(ended.indexOf("b1")).toBeLessThan(9);
});

test("what fails frees its place", async () => {
  const queue = new FairQueue(1);
  await expect(queue.run("a", () => Promise.reject(new Error("no")))).rejects.toThrow("no");
  await expect(queue.run("a", () => Promise.resolve(7))).resolves.toBe(7);
});
