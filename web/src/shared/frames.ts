/**
 * Do something once what is closing has given the focus back: a menu or card does so in the frame after it was drawn as closed. What
 * opens before then would lose the focus again, however fast or slow the machine is.
 */
export function afterClosing(act: () => void): void {
  let left = 3;
  const frame = () => {
    left -= 1;
    if (left) requestAnimationFrame(frame);
    else act();
  };
  requestAnimationFrame(frame);
}
