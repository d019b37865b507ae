/* The way of one vehicle through one block: keys in order of time, and the lanes it was on. */

const END = 0, ONTO = 1, STARTED_OVER = 2, MOVED_OVER = 3, LEFT = 4, STATE = 5, WAITS = 6, STOP_OR_GO = 7, STILL = 8, SAMPLE = 9;
const INDICATES_LEFT = 1, INDICATES_RIGHT = 2, BRAKES = 4, QUEUED = 8, STANDS = 16;
const OVER_TICKS = 30;

class Leg {
  constructor(vehicle, sampleTicks) {
    this.vehicle = vehicle;
    this.sampleTicks = sampleTicks;
    this.tick = [];
    this.along = []; // m from position 0 of the first lane
    this.piece = []; // which piece the front is on from this key on
    this.delay = []; // s
    this.state = [];
    this.waits = [];
    this.waitsFor = [];
    this.pieces = []; // {lane, begins, overFrom, overStart, overEnd}
    this.left = false;
  }

  /** The last key at or before a tick. */
  keyAt(tick) {
    let low = 0, high = this.tick.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.tick[middle] <= tick) low = middle; else high = middle - 1;
    }
    return low;
  }

  /** Speed at a key (m/s), from the way made before and after it. */
  speed(key) {
    if (this.state[key] & STANDS) return 0;
    if (key === 0) return this.hint;
    const near = Math.floor(this.sampleTicks / 2) + 1;
    let before = key, after = key;
    while (before > 0 && this.tick[key] - this.tick[before] < near) before--;
    while (after < this.tick.length - 1 && this.tick[after] - this.tick[key] < near) after++;
    const seconds = (this.tick[after] - this.tick[before]) * TICK;
    return seconds > 0 ? Math.max(0, (this.along[after] - this.along[before]) / seconds) : this.hint;
  }

  /** Distance along the leg at a tick (m): a cubic between keys that never runs backwards (Fritsch and Carlson, 1980). */
  alongAt(tick, key) {
    if (key === this.tick.length - 1 || tick <= this.tick[0]) return this.along[key];
    const h = (this.tick[key + 1] - this.tick[key]) * TICK;
    if (h <= 0) return this.along[key + 1];
    const u = (tick - this.tick[key]) * TICK / h;
    const mean = (this.along[key + 1] - this.along[key]) / h;
    const m0 = Math.max(0, Math.min(this.speed(key), 3 * mean)) * h;
    const m1 = Math.max(0, Math.min(this.speed(key + 1), 3 * mean)) * h;
    const u2 = u * u, u3 = u2 * u;
    return this.along[key] * (2 * u3 - 3 * u2 + 1) + m0 * (u3 - 2 * u2 + u) + this.along[key + 1] * (3 * u2 - 2 * u3) + m1 * (u3 - u2);
  }

  /** The piece under a point of the leg, looked for from the one the front is on at a key. */
  pieceAt(key, point) {
    let p = this.piece[key];
    while (p + 1 < this.pieces.length && this.pieces[p + 1].begins > this.pieces[p].begins
        && point > this.pieces[p + 1].begins + UNIT) p++;
    while (p > 0 && point < this.pieces[p].begins - UNIT) p--;
    return this.pieces[p];
  }
}

/** How much of the way over from the old lane is done, 0 to 1. */
function movedOver(piece, tick) {
  if (piece.overFrom < 0 || tick >= piece.overEnd) return 1;
  const end = piece.overEnd === Infinity ? piece.overStart + OVER_TICKS : piece.overEnd;
  const u = Math.max(0, Math.min(1, (tick - piece.overStart) / (end - piece.overStart)));
  return u * u * (3 - 2 * u);
}

function expected(position, change, ticks, sampleTicks) {
  return position + Math.floor((2 * change * ticks + sampleTicks) / (2 * sampleTicks));
}

function readLegs(numbers, block, header, laneEnds) {
  const legs = [];
  for (let left = numbers.next(); left > 0; left--) {
    legs.push(readLeg(numbers, block, header, laneEnds));
  }
  return legs;
}

function readLeg(numbers, block, header, laneEnds) {
  const leg = new Leg(numbers.next(), header.sampleTicks);
  const tick = block.start + numbers.next();
  const lane = numbers.next();
  const behind = [];
  for (let left = numbers.next(); left > 0; left--) behind.push(numbers.next());
  let begins = 0;
  for (const one of behind) begins -= laneEnds[one];
  for (const one of behind.reverse()) {
    leg.pieces.push({ lane: one, begins, overFrom: -1 });
    begins += laneEnds[one];
  }
  const first = { lane, begins: 0, overFrom: numbers.next() - 1, overBegins: 0 };
  if (first.overFrom >= 0) {
    first.overStart = tick + numbers.next() - OVER_TICKS;
    first.overEnd = Infinity; // until it is told to have ended
  }
  leg.pieces.push(first);
  const position = numbers.nextSigned(), change = numbers.nextSigned(), delay = numbers.nextSigned();
  leg.hint = change * UNIT / (header.sampleTicks * TICK);
  leg.tick.push(tick);
  leg.along.push(position * UNIT);
  leg.piece.push(leg.pieces.length - 1);
  leg.delay.push(delay * header.sampleTicks * TICK);
  leg.state.push(numbers.next());
  leg.waits.push(numbers.next());
  leg.waitsFor.push(numbers.next() - 1);
  readKeys(numbers, leg, { at: tick, position, change }, block, header, laneEnds);
  return leg;
}

function addKey(leg, tick, position, more) {
  const last = leg.tick.length - 1;
  leg.tick.push(tick);
  leg.along.push(position * UNIT);
  leg.piece.push(leg.pieces.length - 1);
  leg.delay.push(leg.delay[last] + more * leg.sampleTicks * TICK);
  leg.state.push(leg.state[last]);
  leg.waits.push(leg.waits[last]);
  leg.waitsFor.push(leg.waitsFor[last]);
}

function readKeys(numbers, leg, sampled, block, header, laneEnds) {
  const step = header.sampleTicks;
  for (;;) {
    const code = numbers.next();
    const last = leg.tick.length - 1;
    if (code >= STILL) {
      const more = code === STILL ? 1 : code - SAMPLE;
      for (let left = code === STILL ? numbers.next() : 1; left > 0; left--) {
        const tick = Math.min(block.end, block.start + (Math.floor((sampled.at - block.start) / step) + 1) * step);
        const now = expected(sampled.position, sampled.change, tick - sampled.at, step) + unzigzag(more >>> 1);
        if (tick - sampled.at === step) sampled.change = now - sampled.position;
        sampled.position = now;
        sampled.at = tick;
        addKey(leg, tick, now, more & 1);
      }
    } else if (code === END) {
      return;
    } else if (code === STATE) {
      leg.state[last] = numbers.next() | (leg.state[last] & STANDS);
    } else if (code === WAITS) {
      leg.waits[last] = numbers.next();
      leg.waitsFor[last] = numbers.next() - 1;
    } else {
      const ticks = numbers.next();
      const tick = sampled.at + ticks;
      const here = leg.pieces[leg.pieces.length - 1];
      if (code === MOVED_OVER) {
        here.overEnd = tick;
        for (let p = leg.pieces.length - 1; leg.pieces[p].inherited; p--) leg.pieces[p - 1].overEnd = tick;
        continue;
      }
      const lane = code === ONTO || code === STARTED_OVER ? numbers.next() : -1;
      const now = expected(sampled.position, sampled.change, ticks, step) + numbers.nextSigned();
      if (code === ONTO) {
        // who crosses the line while moving over finishes that on the other side
        const over = here.overFrom >= 0 && tick < here.overEnd
          ? { overFrom: here.overFrom, overBegins: here.overBegins, overStart: here.overStart, overEnd: here.overEnd, inherited: true } : { overFrom: -1 };
        leg.pieces.push({ lane, begins: here.begins + laneEnds[here.lane], ...over });
      } else if (code === STARTED_OVER) {
        leg.pieces.push({ lane, begins: here.begins, overFrom: here.lane, overBegins: here.begins, overStart: tick, overEnd: Infinity });
      }
      addKey(leg, tick, now, 0);
      if (code === STOP_OR_GO) leg.state[leg.state.length - 1] ^= STANDS;
      if (code === LEFT) {
        leg.left = true;
        return;
      }
    }
  }
}
