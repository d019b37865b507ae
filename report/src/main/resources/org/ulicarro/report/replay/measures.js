/* Queues and sums: what the recording says of lanes and movements. */

const OUTSIDE_SPACING = 7.3; // m, front to front of those who wait outside

const APART = 25; // m, front to rear: who stands further behind is in no queue that is connected to the line

/** Lane to its queue (m) in each sample interval of a block: from the line to the rear of the last one who is connected to it. */
function queuesOf(legs, block, recording) {
  const step = recording.header.sampleTicks;
  const count = Math.floor((block.end - block.start) / step) + 1;
  const queues = new Map();
  for (const [lane, moments] of whereWhoIs(legs, block, recording, count)) {
    const row = new Float32Array(count);
    moments.forEach((vehicles, at) => { row[at] = connectedQueue(vehicles); });
    queues.set(lane, row);
  }
  return queues;
}

/** Lane to its vehicles at each sample of a block, for lanes on which somebody queues. */
function whereWhoIs(legs, block, recording, count) {
  const step = recording.header.sampleTicks;
  const lanes = new Map();
  const queued = new Set();
  for (const leg of legs) {
    const length = recording.vehicles.get(leg.vehicle).length;
    for (let key = 0; key < leg.tick.length; key++) {
      if ((leg.tick[key] - block.start) % step !== 0) continue;
      const piece = leg.pieces[leg.piece[key]];
      if (!lanes.has(piece.lane)) lanes.set(piece.lane, Array.from({ length: count }, () => []));
      const queues = (leg.state[key] & QUEUED) !== 0;
      if (queues) queued.add(piece.lane);
      lanes.get(piece.lane)[(leg.tick[key] - block.start) / step].push({
        front: recording.network.laneEnds[piece.lane] - (leg.along[key] - piece.begins), length, queues,
        stands: (leg.state[key] & STANDS) !== 0,
      });
    }
  }
  return [...lanes].filter(([lane]) => queued.has(lane));
}

/** From the line to the rear of the last vehicle of a queue (m); one that stands apart from those ahead waits for something else. */
function connectedQueue(vehicles) {
  vehicles.sort((a, b) => a.front - b.front);
  let ahead = 0, rear = 0;
  for (const v of vehicles) {
    if (v.queues && v.stands && v.front - ahead > APART) break;
    ahead = v.front + v.length;
    if (v.queues) rear = ahead;
  }
  return rear;
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
