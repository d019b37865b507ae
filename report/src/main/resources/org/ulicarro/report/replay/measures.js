/* Queues and sums: what the recording says of lanes and movements. */

const OUTSIDE_SPACING = 7.3; // m, front to front of those who wait outside

/** Lane to its queue (m) in each sample interval of a block: from the line to the rear of the last one in the queue. */
function queuesOf(legs, block, recording) {
  const step = recording.header.sampleTicks;
  const count = Math.floor((block.end - block.start) / step) + 1;
  const queues = new Map();
  for (const leg of legs) {
    const length = recording.vehicles.get(leg.vehicle).length;
    for (let key = 0; key < leg.tick.length; key++) {
      if (!(leg.state[key] & QUEUED) || (leg.tick[key] - block.start) % step !== 0) continue;
      const piece = leg.pieces[leg.piece[key]];
      if (!queues.has(piece.lane)) queues.set(piece.lane, new Float32Array(count));
      const rear = recording.network.laneEnds[piece.lane] - (leg.along[key] - piece.begins) + length;
      const at = (leg.tick[key] - block.start) / step;
      const row = queues.get(piece.lane);
      if (rear > row[at]) row[at] = rear;
    }
  }
  return queues;
}

/** Queue of a lane at a tick (m), or null while it is not known yet. */
function queueAt(recording, lane, tick) {
  const i = recording.blockAt(tick);
  const block = recording.legsOf(i);
  if (!block) return null;
  const row = block.queues.get(lane);
  const at = Math.floor((tick - recording.stream.blocks[i].start) / recording.header.sampleTicks);
  return (row ? row[Math.min(at, row.length - 1)] : 0) + recording.outside(lane, tick) * OUTSIDE_SPACING;
}

/** What a movement did from a tick on until the last full block before another one. */
function sumsOf(recording, movement, from, tick) {
  const sum = { passed: 0, accounts: 0, delay: 0, from: null, to: null };
  recording.parts.forEach((part, i) => {
    const block = recording.stream.blocks[i];
    if (block.start < from || block.end > tick) return;
    if (sum.from === null) sum.from = block.start;
    sum.to = block.end;
    for (const one of part.sums) {
      if (one.movement === movement) {
        sum.passed += one.passed;
        sum.accounts += one.accounts;
        sum.delay += one.delay;
      }
    }
  });
  return sum;
}
