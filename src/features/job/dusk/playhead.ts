/** Whether the person asked for less motion: then nothing plays by itself. */
export const wantsStill = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Where a score stands while it is played, and who wants to know at each frame. No React: a frame costs little. */
export class Playhead {
  us = 0;
  playing = false;
  /** As it was chosen; what would flash too often is slowed further. */
  speed = 1;
  safe = 1;
  private readonly frames = new Set<(us: number) => void>();
  private readonly changes = new Set<() => void>();
  private handle: number | null = null;
  private last = 0;

  constructor(private lengthUs: number) {}

  /** Another score: from its start, as long as it is. */
  take(lengthUs: number, safe: number): void {
    this.lengthUs = lengthUs;
    this.safe = safe;
    this.seek(Math.min(this.us, lengthUs));
    this.tell();
  }

  /** Is called at each frame that is shown, and at once. */
  onFrame = (listener: (us: number) => void): (() => void) => {
    this.frames.add(listener);
    listener(this.us);
    return () => this.frames.delete(listener);
  };

  /** Is called when it starts, stops, or plays at another speed. */
  onChange = (listener: () => void): (() => void) => {
    this.changes.add(listener);
    return () => this.changes.delete(listener);
  };

  /** What a component shows of it, as text, so that it can be compared. */
  state = (): string => `${this.playing} ${this.speed} ${this.safe}`;

  seek(us: number): void {
    this.us = Math.max(0, Math.min(this.lengthUs, Math.round(us)));
    for (const f of this.frames) f(this.us);
  }

  /** By the frame, up or down, standing. */
  step(byUs: number): void {
    this.pause();
    this.seek(this.us + byUs);
  }

  play(from?: number): void {
    if (from !== undefined || this.us >= this.lengthUs) this.seek(from ?? 0);
    this.playing = true;
    this.last = performance.now();
    this.handle ??= requestAnimationFrame(this.frame);
    this.tell();
  }

  pause(): void {
    if (this.handle !== null) cancelAnimationFrame(this.handle);
    this.handle = null;
    this.playing = false;
    this.tell();
  }

  setSpeed(speed: number): void {
    this.speed = speed;
    this.tell();
  }

  private tell(): void {
    for (const c of this.changes) c();
  }

  private readonly frame = (now: number): void => {
    const passedUs = (now - this.last) * 1000 * Math.min(this.speed, this.safe);
    this.last = now;
    const next = this.us + passedUs;
    // Again from the start: a flash is looked at more than once.
    this.seek(next >= this.lengthUs ? next - this.lengthUs : next);
    this.handle = this.playing ? requestAnimationFrame(this.frame) : null;
  };
}
