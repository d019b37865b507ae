/* What stage scripts saw and decided, second by second. Unpacked when somebody asks for the first time. */

class RuleBook {
  constructor(base64, onChange) {
    this.base64 = base64;
    this.onChange = onChange;
    this.lines = null; // in the order of time; those of a second stand together
    this.ticks = null;
    this.loading = false;
  }

  get empty() { return !this.base64 && !this.lines; }

  async load() {
    this.loading = true;
    const stream = new Blob([bytesOf(this.base64)]).stream().pipeThrough(new DecompressionStream('gzip'));
    const text = await new Response(stream).text();
    this.lines = text.split('\n').filter(line => line);
    this.ticks = this.lines.map(line => Number(line.slice(line.indexOf(':') + 1, line.indexOf(','))));
    this.base64 = '';
    this.onChange();
  }

  /** What the script of a place saw at a tick; null where it has none or it is not read yet. */
  at(place, tick) {
    if (!this.lines) {
      if (this.base64 && !this.loading) this.load();
      return null;
    }
    let low = 0, high = this.ticks.length; // the first line after the tick
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.ticks[middle] <= tick) low = middle + 1; else high = middle;
    }
    for (let i = low - 1; i >= 0 && this.ticks[i] > tick - 20; i--) {
      const moment = JSON.parse(this.lines[i]);
      if (moment.place === place) return moment;
    }
    return null;
  }
}
