/* Who is where at a moment. */

/** Bodies with joints: distances from the front at which they bend (share of the length). */
const JOINTS = { articulated: [0.33], tram: [0.34, 0.66] };

/** Moving over sideways, a point of the body follows the front by that much for each metre behind it (ticks): so it turns a little. */
const LAG = 1.2;

/** A point of a vehicle, some metres behind its front. */
function pointOf(network, leg, key, front, back, now) {
  const along = front - back, tick = now - back * LAG;
  const piece = leg.pieceAt(key, along);
  const pose = poseAt(network.lanes[piece.lane], along - piece.begins);
  const share = movedOver(piece, tick);
  if (share >= 1) return pose;
  const old = poseAt(network.lanes[piece.overFrom], along - piece.overBegins);
  return { x: old.x + (pose.x - old.x) * share, y: old.y + (pose.y - old.y) * share, dx: pose.dx, dy: pose.dy };
}

/** Every vehicle at a tick, or null while its block is being decoded. */
function trafficAt(recording, network, tick) {
  const block = recording.legsOf(recording.blockAt(tick));
  if (!block) return null;
  const seen = [];
  for (const leg of block.legs) {
    const last = leg.tick[leg.tick.length - 1];
    if (tick < leg.tick[0] || tick > last || leg.left && tick === last) continue;
    seen.push(vehicleAt(recording, network, leg, tick));
  }
  return seen;
}

/** A point, or one on the way to it where it is farther from another than a stiff body is long: a body does not stretch sideways. */
function within(point, from, length) {
  const distance = Math.hypot(point.x - from.x, point.y - from.y);
  if (distance <= length) return point;
  const u = length / distance;
  return { ...point, x: from.x + (point.x - from.x) * u, y: from.y + (point.y - from.y) * u };
}

/** Drivers of long vehicles steer so that half of what a stiff part would cut off inside a curve swings out at its ends. */
function swingOut(points, joints, length, onWay) {
  const shares = [0, ...joints, 1];
  const out = points.slice(1).map((rear, i) => {
    const middle = onWay((shares[i] + shares[i + 1]) / 2 * length);
    return { x: (middle.x - (points[i].x + rear.x) / 2) / 2, y: (middle.y - (points[i].y + rear.y) / 2) / 2 };
  });
  points.forEach((point, i) => {
    const before = out[Math.max(0, i - 1)], after = out[Math.min(out.length - 1, i)];
    points[i] = { ...point, x: point.x + (before.x + after.x) / 2, y: point.y + (before.y + after.y) / 2 };
  });
}

function vehicleAt(recording, network, leg, tick) {
  const key = leg.keyAt(tick);
  const along = leg.alongAt(tick, key);
  const who = recording.vehicles.get(leg.vehicle);
  const type = network.scene.types[who.type];
  const points = [pointOf(network, leg, key, along, 0, tick)];
  let back = 0;
  for (const share of [...(JOINTS[type.id] || []), 1]) {
    const next = pointOf(network, leg, key, along, share * who.length, tick);
    points.push(within(next, points[points.length - 1], share * who.length - back));
    back = share * who.length;
  }
  swingOut(points, JOINTS[type.id] || [], who.length, back => pointOf(network, leg, key, along, back, tick));
  const next = Math.min(key + 1, leg.tick.length - 1);
  const span = leg.tick[next] - leg.tick[key];
  const u = span > 0 ? (tick - leg.tick[key]) / span : 0;
  const piece = leg.pieceAt(key, along);
  return {
    id: leg.vehicle, who, type, points, lane: piece.lane, position: along - piece.begins, state: leg.state[key], leg, key,
    speed: leg.speed(key) * (1 - u) + leg.speed(next) * u,
    delay: leg.delay[key] + (leg.delay[next] - leg.delay[key]) * u,
    waits: leg.waits[key], waitsFor: leg.waitsFor[key]
  };
}
