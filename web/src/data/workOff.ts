/** Works a question off in a worker, and tells each step of it. */
export async function workOff<Step, End>(work: Generator<Step, End>, onStep: (step: Step) => void): Promise<End> {
  let next = work.next();
  while (next.done !== true) {
    onStep(next.value);
    // Lets messages through between steps.
    await new Promise((resolve) => setTimeout(resolve, 0));
    next = work.next();
  }
  return next.value;
}
