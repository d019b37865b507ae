/* Lanes and what hangs on them: from the scene of the run. */

class Network {
  constructor(scene) {
    this.scene = scene;
    this.lanes = scene.lanes.map(laneOf);
    this.laneEnds = Float64Array.from(scene.lanes, lane => lane.end);
    this.pathsFrom = scene.lanes.map(() => []);
    this.lanesOfLink = scene.links.map(() => []);
    scene.lanes.forEach((lane, i) => {
      if (lane.from_lane >= 0) this.pathsFrom[lane.from_lane].push(i);
      if (lane.link >= 0) this.lanesOfLink[lane.link].push(i);
    });
    this.bounds = boundsOf(this.lanes);
    this.stopLines = this.findStopLines();
    this.entries = []; // set with the first block: lanes on which vehicles come in
  }

  /** Lanes that end at a signal, with the groups that hold them from left to right. */
  findStopLines() {
    const lines = [];
    this.lanes.forEach((lane, i) => {
      const groups = [];
      for (const path of this.pathsFrom[i]) {
        const group = this.scene.movements[this.scene.lanes[path].movement].group;
        if (group >= 0 && !groups.includes(group)) groups.push(group);
      }
      if (groups.length) lines.push({ lane, index: i, groups, at: poseAt(lane, lane.end) });
    });
    return lines;
  }

  /** Movements that a lane serves; of a path its own. */
  movementsOf(index) {
    const lane = this.scene.lanes[index];
    if (lane.movement >= 0) return [lane.movement];
    return [...new Set(this.pathsFrom[index].map(path => this.scene.lanes[path].movement))];
  }

  /** Lanes from which a movement goes. */
  lanesInto(movement) {
    return [...new Set(this.scene.lanes.filter(lane => lane.movement === movement).map(lane => lane.from_lane))];
  }

  /** Whole movements of a place. */
  movementsAt(place) {
    return this.scene.movements.map((m, i) => ({ ...m, index: i })).filter(m => m.place === place && !m.inner);
  }

  /** The lane or path under a point of the plan, or -1. */
  laneAt(x, y) {
    let found = -1, least = Infinity;
    this.lanes.forEach((lane, i) => {
      if (x < lane.box[0] - 3 || y < lane.box[1] - 3 || x > lane.box[2] + 3 || y > lane.box[3] + 3) return;
      const distance = distanceTo(lane, x, y) - lane.width / 2;
      if (distance < least && distance <= 0.3) { least = distance; found = i; }
    });
    return found;
  }
}

function laneOf(raw) {
  const n = raw.line.length / 2;
  const lane = { x: new Float64Array(n), y: new Float64Array(n), at: new Float64Array(n), start: raw.start, end: raw.end,
    width: raw.width, box: [Infinity, Infinity, -Infinity, -Infinity] };
  for (let i = 0; i < n; i++) {
    lane.x[i] = raw.line[2 * i];
    lane.y[i] = raw.line[2 * i + 1];
    lane.at[i] = i === 0 ? 0 : lane.at[i - 1] + Math.hypot(lane.x[i] - lane.x[i - 1], lane.y[i] - lane.y[i - 1]);
    lane.box = [Math.min(lane.box[0], lane.x[i]), Math.min(lane.box[1], lane.y[i]),
      Math.max(lane.box[2], lane.x[i]), Math.max(lane.box[3], lane.y[i])];
  }
  lane.length = lane.at[n - 1];
  return lane;
}

/** The place on the plan of a position on a lane, with its direction; before its start and beyond its end straight on. */
function poseAt(lane, position) {
  const s = (position - lane.start) / (lane.end - lane.start) * lane.length;
  let low = 0, high = lane.at.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (lane.at[middle] <= s) low = middle; else high = middle - 1;
  }
  const step = lane.at[low + 1] - lane.at[low];
  const dx = (lane.x[low + 1] - lane.x[low]) / step, dy = (lane.y[low + 1] - lane.y[low]) / step;
  const over = s - lane.at[low];
  return { x: lane.x[low] + dx * over, y: lane.y[low] + dy * over, dx, dy };
}

function distanceTo(lane, x, y) {
  let least = Infinity;
  for (let i = 1; i < lane.x.length; i++) {
    const ax = lane.x[i - 1], ay = lane.y[i - 1], bx = lane.x[i] - ax, by = lane.y[i] - ay;
    const u = Math.max(0, Math.min(1, ((x - ax) * bx + (y - ay) * by) / (bx * bx + by * by)));
    least = Math.min(least, Math.hypot(x - ax - u * bx, y - ay - u * by));
  }
  return least;
}

function boundsOf(lanes) {
  const box = [Infinity, Infinity, -Infinity, -Infinity];
  for (const lane of lanes) {
    box[0] = Math.min(box[0], lane.box[0]);
    box[1] = Math.min(box[1], lane.box[1]);
    box[2] = Math.max(box[2], lane.box[2]);
    box[3] = Math.max(box[3], lane.box[3]);
  }
  return box;
}
