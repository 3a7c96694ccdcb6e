/**
 * Do something once what is closing has given the focus back: a menu or card does so in the frame after it was drawn as closed. What
 * opens before then would lose the focus again, however fast or slow the machine is. What is given back calls it off.
 */
export function afterClosing(act: () => void): () => void {
  let left = 3;
  let next = requestAnimationFrame(frame);
  function frame() {
    left -= 1;
    if (left) next = requestAnimationFrame(frame);
    else act();
  }
  return () => cancelAnimationFrame(next);
}
