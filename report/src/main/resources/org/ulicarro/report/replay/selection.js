/* What was clicked: a vehicle, or a lane or path. */

class Selection {
  constructor() {
    this.vehicle = -1;
    this.lane = -1;
  }

  clear() {
    this.vehicle = -1;
    this.lane = -1;
  }

  chooseVehicle(id) {
    this.clear();
    this.vehicle = id;
  }

  /** Takes the vehicle at a point of the plan, else the lane. */
  choose(x, y, seen, network, slack) {
    this.clear();
    let least = Infinity;
    for (const one of seen || []) {
      const front = one.points[0], rear = one.points[one.points.length - 1];
      const distance = segmentDistance(x, y, front, rear);
      if (distance < least && distance <= one.type.width / 2 + slack) {
        least = distance;
        this.vehicle = one.id;
      }
    }
    if (this.vehicle < 0) this.lane = network.laneAt(x, y);
  }
}

function segmentDistance(x, y, a, b) {
  const bx = b.x - a.x, by = b.y - a.y;
  const u = Math.max(0, Math.min(1, ((x - a.x) * bx + (y - a.y) * by) / (bx * bx + by * by || 1)));
  return Math.hypot(x - a.x - u * bx, y - a.y - u * by);
}

/** The links on a vehicle's way, and the movements between them. */
function wayOf(network, who) {
  const links = [who.entry];
  const turns = [];
  for (const index of who.way) {
    const movement = network.scene.movements[index];
    if (!movement.inner) turns.push({ index, ...movement });
    links.push(movement.to_link);
  }
  return { links, turns };
}

/** Shows the way that a vehicle has still to go, or the lane that was clicked. */
function drawSelection(context, camera, network, selection, chosen) {
  context.lineJoin = 'round';
  context.lineCap = 'butt';
  context.setLineDash([]);
  if (chosen) {
    context.strokeStyle = '#b4581c70';
    context.lineWidth = Math.max(1.2, 3 / camera.scale);
    let lane = chosen.lane, from = chosen.position;
    const way = chosen.who.way;
    for (let guard = 0; guard < 200; guard++) {
      strokeLane(context, network.lanes[lane], from);
      from = null;
      const raw = network.scene.lanes[lane];
      if (raw.to_lane >= 0) {
        lane = raw.to_lane;
        continue;
      }
      const next = way.findIndex(m => network.scene.movements[m].from_link === raw.link);
      if (next < 0) break;
      const paths = network.scene.lanes.map((l, i) => i).filter(i => network.scene.lanes[i].movement === way[next]);
      const path = paths.find(p => network.scene.lanes[p].from_lane === lane) ?? paths[0];
      if (path === undefined) break;
      lane = path;
    }
  } else if (selection.lane >= 0) {
    context.strokeStyle = '#35618a50';
    context.lineWidth = network.lanes[selection.lane].width;
    strokeLane(context, network.lanes[selection.lane], null);
  }
}

function strokeLane(context, lane, from) {
  context.beginPath();
  const s = from === null ? 0 : (from - lane.start) / (lane.end - lane.start) * lane.length;
  const start = poseAt(lane, from === null ? lane.start : from);
  context.moveTo(start.x, start.y);
  for (let i = 1; i < lane.x.length; i++) {
    if (lane.at[i] > s) context.lineTo(lane.x[i], lane.y[i]);
  }
  context.stroke();
}
