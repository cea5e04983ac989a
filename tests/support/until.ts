/** Waits until something holds; the test's own time limit ends it. */
export async function until(holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 50));
}
