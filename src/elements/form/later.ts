/** Tells of what was changed once nothing more is changed for a while. */
export class Later {
  private waiting: { readonly path: string; readonly tell: (path: string) => void } | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  get isWaiting(): boolean {
    return this.waiting !== undefined;
  }

  /**
   * @param ms 0 tells at once
   * @param path what was changed; where that is more than one, '' is told
   */
  run(ms: number, path: string, tell: (path: string) => void): void {
    clearTimeout(this.timer);
    const isMore = this.waiting !== undefined && this.waiting.path !== path;
    this.waiting = { path: isMore ? '' : path, tell };
    if (ms > 0) this.timer = setTimeout(() => this.flush(), ms);
    else this.flush();
  }

  /** Tells now what is waiting. */
  flush(): void {
    const { waiting } = this;
    this.cancel();
    waiting?.tell(waiting.path);
  }

  /** Forgets what is waiting. */
  cancel(): void {
    clearTimeout(this.timer);
    this.waiting = undefined;
  }
}
