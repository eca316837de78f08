/** Does the last of what is asked of it in a row, once nothing more is asked for a while. */
export class Later {
  private waiting: (() => void) | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param ms 0 does it at once */
  run(ms: number, act: () => void): void {
    clearTimeout(this.timer);
    this.waiting = act;
    if (ms > 0) this.timer = setTimeout(() => this.flush(), ms);
    else this.flush();
  }

  /** Does now what is waiting. */
  flush(): void {
    clearTimeout(this.timer);
    const { waiting } = this;
    this.waiting = undefined;
    waiting?.();
  }
}
