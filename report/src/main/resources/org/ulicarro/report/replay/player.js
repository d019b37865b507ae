/* Time: where it is, whether it runs, how fast. */

const SPEEDS = [1, 2, 5, 10, 20, 50];

class Player {
  constructor(recording) {
    this.recording = recording;
    this.tick = 0;
    this.speed = 5;
    this.playing = false;
    this.frames = [];
  }

  go(tick) {
    this.tick = Math.max(this.recording.start, Math.min(this.recording.end, tick));
  }

  faster(by) {
    this.speed = SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, SPEEDS.indexOf(this.speed) + by))];
  }

  /** Moves on by a frame of so many milliseconds; waits where nothing is decoded yet. */
  advance(ms) {
    this.frames.push(ms);
    if (this.frames.length > 120) this.frames.shift();
    if (!this.playing || !this.recording.legsOf(this.recording.blockAt(this.tick))) return;
    this.go(this.tick + Math.min(ms, 100) / 1000 / TICK * this.speed);
    const ahead = this.recording.blockAt(this.tick) + 1;
    if (ahead < this.recording.parts.length) this.recording.legsOf(ahead);
    if (this.tick >= this.recording.end && this.recording.complete) this.playing = false;
  }
}
