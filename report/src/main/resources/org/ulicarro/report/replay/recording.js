/* All blocks of a recording. What they tell of the network is read once; legs are decoded when they are looked at. */

const KEPT_BLOCKS = 24;

class Recording {
  constructor(network) {
    this.network = network;
    this.stream = new TrackStream();
    this.parts = []; // block -> its network part
    this.vehicles = new Map(); // id -> who it is
    this.decoded = new Map(); // block -> {legs, byVehicle, queues}; the one used longest ago first
    this.pending = new Map(); // block -> promise
    this.indexing = Promise.resolve();
    this.failed = null;
    this.onChange = () => {};
  }

  push(bytes) {
    const before = this.stream.blocks.length;
    this.stream.push(bytes);
    for (let i = before; i < this.stream.blocks.length; i++) {
      this.indexing = this.indexing.then(() => this.index(i)).catch(error => { this.failed = error; this.onChange(); });
    }
  }

  get header() { return this.stream.header; }
  get complete() { return this.stream.complete && this.parts.length === this.stream.blocks.length; }
  get start() { return this.parts.length ? this.stream.blocks[0].start : 0; }
  get end() { return this.parts.length ? this.stream.blocks[this.parts.length - 1].end : 0; }

  async index(i) {
    const block = this.stream.blocks[i];
    const numbers = new Numbers(await unpack(block.packed));
    const part = readNetworkPart(numbers, block, this.header);
    for (const vehicle of part.newcomers) this.vehicles.set(vehicle.id, vehicle);
    this.parts[i] = part;
    this.onChange();
  }

  /** Block of a tick, the earlier one of two. */
  blockAt(tick) {
    const length = this.header.blockTicks;
    const guess = Math.ceil((tick - this.start) / length) - 1;
    return Math.max(0, Math.min(this.parts.length - 1, guess));
  }

  /** The legs of a block, or null while they are being decoded. */
  legsOf(i) {
    if (i < 0 || i >= this.parts.length) return null;
    const known = this.decoded.get(i);
    if (known) {
      this.decoded.delete(i);
      this.decoded.set(i, known);
      return known;
    }
    this.decode(i);
    return null;
  }

  decode(i) {
    if (!this.pending.has(i)) {
      const block = this.stream.blocks[i];
      this.pending.set(i, unpack(block.packed).then(bytes => {
        const numbers = new Numbers(bytes);
        readNetworkPart(numbers, block, this.header);
        const legs = readLegs(numbers, block, this.header, this.network.laneEnds);
        this.decoded.set(i, { legs, byVehicle: byVehicle(legs), queues: queuesOf(legs, block, this) });
        this.pending.delete(i);
        if (this.decoded.size > KEPT_BLOCKS) this.decoded.delete(this.decoded.keys().next().value);
        this.onChange();
      }).catch(error => { this.failed = error; this.onChange(); }));
    }
    return this.pending.get(i);
  }

  /** What a group shows at a tick: 0 red, 1 green, 2 yellow. */
  aspect(group, tick) {
    const part = this.parts[this.blockAt(tick)];
    let shown = part.aspects[group];
    for (const change of part.changes) {
      if (change.tick > tick) break;
      if (change.group === group) shown = change.aspect;
    }
    return shown;
  }

  /** How many wait outside a lane at a tick. */
  outside(lane, tick) {
    const told = this.parts[this.blockAt(tick)].outside.get(lane);
    let count = 0;
    for (const one of told || []) if (one.tick <= tick) count = one.count;
    return count;
  }
}

function byVehicle(legs) {
  const map = new Map();
  for (const leg of legs) {
    if (!map.has(leg.vehicle)) map.set(leg.vehicle, []);
    map.get(leg.vehicle).push(leg);
  }
  return map;
}
