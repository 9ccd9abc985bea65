/**
 * How many of a list are drawn: a few at first, those in sight, and so many more with each frame. What somebody waits
 * for is there before what they may scroll to. `first` where fewer are in sight at once. Call in a component.
 */
export class DrawnInTurn {
  count = $state(0);

  constructor(few: number, most: () => number, first: () => number = () => few) {
    this.count = first();
    $effect(() => {
      if (this.count >= most()) return;
      const frame = requestAnimationFrame(() => (this.count += few));
      return () => cancelAnimationFrame(frame);
    });
  }
}
