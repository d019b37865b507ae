/* Cuts a recording into its blocks as its bytes come in, and unpacks them. The format is docs/tracks.md. */

const UNIT = 0.05; // m
const TICK = 0.1; // s

class TrackStream {
  constructor() {
    this.rest = new Uint8Array(0);
    this.header = null;
    this.blocks = []; // {start, end, packed}
    this.complete = false;
  }

  /** Takes the next bytes, cut anywhere. */
  push(bytes) {
    const all = new Uint8Array(this.rest.length + bytes.length);
    all.set(this.rest);
    all.set(bytes, this.rest.length);
    const view = new DataView(all.buffer);
    let at = 0;
    if (!this.header && all.length >= 32) {
      this.header = readHeader(view);
      at = 32;
    }
    while (this.header && at + 4 <= all.length) {
      if (view.getInt32(at) === -1) {
        this.complete = true;
        at += 4;
        break;
      }
      if (at + 16 > all.length || at + 16 + view.getInt32(at + 12) > all.length) {
        break;
      }
      const length = view.getInt32(at + 12);
      this.blocks.push({ start: view.getInt32(at), end: view.getInt32(at + 4), packed: all.slice(at + 16, at + 16 + length) });
      at += 16 + length;
    }
    this.rest = all.slice(at);
  }
}

function readHeader(view) {
  if (view.getInt32(0) !== 0x554c4354 || view.getInt32(4) !== 2) {
    throw new Error('this is no recording that the page can read');
  }
  return { replication: view.getInt32(8), origin: view.getInt32(12), sampleTicks: view.getUint16(16), blockTicks: view.getUint16(18),
    lanes: view.getInt32(20), groups: view.getInt32(24), movements: view.getInt32(28) };
}

async function unpack(packed) {
  const stream = new Blob([packed]).stream().pipeThrough(new DecompressionStream('deflate'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}

/** Reads integers of 7 bits a byte. */
class Numbers {
  constructor(bytes) {
    this.bytes = bytes;
    this.at = 0;
  }

  next() {
    let value = 0;
    for (let shift = 0; ; shift += 7) {
      const one = this.bytes[this.at++];
      value |= (one & 0x7f) << shift;
      if (one < 0x80 || shift > 28) {
        return value >>> 0;
      }
    }
  }

  nextSigned() {
    return unzigzag(this.next());
  }
}

function unzigzag(value) {
  return (value >>> 1) ^ -(value & 1);
}

/** What a block tells of the network as a whole; leaves the numbers at its legs. */
function readNetworkPart(numbers, block, header) {
  const part = { newcomers: [], aspects: [], changes: [], outside: new Map(), sums: [] };
  for (let left = numbers.next(); left > 0; left--) {
    const vehicle = { id: numbers.next(), type: numbers.next(), length: numbers.next() / 100, factor: numbers.next() / 1000,
      wanted: numbers.next() / 10, entry: numbers.next(), way: [] };
    for (let ways = numbers.next(); ways > 0; ways--) {
      vehicle.way.push(numbers.next());
    }
    part.newcomers.push(vehicle);
  }
  for (let group = 0; group < header.groups; group++) {
    part.aspects.push(numbers.next());
  }
  let tick = block.start;
  for (let left = numbers.next(); left > 0; left--) {
    tick += numbers.next();
    part.changes.push({ tick, group: numbers.next(), aspect: numbers.next() });
  }
  readOutside(numbers, block, part);
  let movement = 0;
  for (let left = numbers.next(); left > 0; left--) {
    movement += numbers.next();
    part.sums.push({ movement, passed: numbers.next(), accounts: numbers.next(), delay: numbers.nextSigned() / 10 });
  }
  part.walks = readWalks(numbers, block);
  return part;
}

/** People on crossings: where and when each is first seen, and when it stands (0), walks (1), steps back (2) or is gone (3). */
function readWalks(numbers, block) {
  const walks = [];
  for (let left = numbers.next(); left > 0; left--) {
    const walk = { id: numbers.next(), crossing: numbers.next(), there: numbers.next() === 1, aside: numbers.next() / 100 - 1,
      speed: numbers.next() / 1000, begin: block.start + numbers.next(), position: numbers.next() / 100, motion: numbers.next(), changes: [] };
    let tick = walk.begin;
    for (let events = numbers.next(); events > 0; events--) {
      tick += numbers.next();
      walk.changes.push({ tick, motion: numbers.next() });
    }
    walks.push(walk);
  }
  return walks;
}

function readOutside(numbers, block, part) {
  const lanes = [];
  let lane = 0;
  for (let left = numbers.next(); left > 0; left--) {
    lane += numbers.next();
    lanes.push(lane);
  }
  for (const one of lanes) {
    part.outside.set(one, [{ tick: block.start, count: numbers.next() }]);
  }
  let tick = block.start;
  for (let left = numbers.next(); left > 0; left--) {
    tick += numbers.next();
    part.outside.get(lanes[numbers.next()]).push({ tick, count: numbers.next() });
  }
}
