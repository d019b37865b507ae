/* Vehicles: bodies to scale, lights, colours. */

const TYPE_COLORS = { car: '#35618a', van: '#7a8f3c', truck: '#8a5a2b', articulated: '#4d3019', bus: '#c0702a', tram: '#7c2d3e',
  bicycle: '#2b2a28', motorcycle: '#5c5f66' };
const SLOW = [124, 45, 62], MIDDLE = [217, 150, 66], FAST = [238, 232, 170]; // dark is slow or late, also in grey
const RECENT = [232, 238, 240], LATE = [94, 20, 48];

function mix(a, b, u) {
  return `rgb(${a.map((v, i) => Math.round(v + (b[i] - v) * u)).join(',')})`;
}

/** Steps of colours that are looked up, since making them anew for every vehicle costs more than drawing it. */
const SPEED_RAMP = Array.from({ length: 33 }, (_, i) => i < 16 ? mix(SLOW, MIDDLE, i / 16) : mix(MIDDLE, FAST, (i - 16) / 16));
const DELAY_RAMP = Array.from({ length: 33 }, (_, i) => mix(RECENT, LATE, i / 32));
const MOST_SPEED = 16.7, MOST_DELAY = 120; // m/s, s

function step(value, most) {
  return Math.max(0, Math.min(32, Math.round(value / most * 32)));
}

function colorOf(vehicle, by) {
  if (by === 'speed') return SPEED_RAMP[step(vehicle.speed, MOST_SPEED)];
  if (by === 'delay') return DELAY_RAMP[step(vehicle.delay, MOST_DELAY)];
  return TYPE_COLORS[vehicle.type.id] || '#35618a';
}

function drawVehicles(context, camera, seen, by, tick, chosen) {
  const window = camera.window();
  const lights = camera.scale > 2.5;
  for (const vehicle of seen) {
    const front = vehicle.points[0];
    if (front.x < window[0] - 40 || front.x > window[2] + 40 || front.y < window[1] - 40 || front.y > window[3] + 40) continue;
    context.fillStyle = colorOf(vehicle, by);
    for (let i = 1; i < vehicle.points.length; i++) {
      drawBody(context, camera, vehicle, vehicle.points[i - 1], vehicle.points[i], i === 1, by === 'type' ? null : '#4a4d52');
    }
    if (lights) drawLights(context, vehicle, tick);
    if (vehicle.id === chosen) ring(context, camera, vehicle);
  }
}

/** One stiff part of a body between two points of its way. */
function drawBody(context, camera, vehicle, front, rear, first, outline) {
  const length = Math.hypot(front.x - rear.x, front.y - rear.y) || 0.1;
  const dx = (front.x - rear.x) / length, dy = (front.y - rear.y) / length;
  const half = Math.max(vehicle.type.width / 2, 1.5 / camera.scale);
  const nose = first ? Math.min(0.9, length / 4) : 0.15; // a slanted nose says which way it heads
  const long = Math.max(length, 4.5 / camera.scale);
  const tx = front.x - dx * long, ty = front.y - dy * long;
  context.beginPath();
  context.moveTo(tx - dy * half, ty + dx * half);
  context.lineTo(front.x - dx * nose - dy * half, front.y - dy * nose + dx * half);
  context.lineTo(front.x - dy * half * 0.6, front.y + dx * half * 0.6);
  context.lineTo(front.x + dy * half * 0.6, front.y - dx * half * 0.6);
  context.lineTo(front.x - dx * nose + dy * half, front.y - dy * nose - dx * half);
  context.lineTo(tx + dy * half, ty - dx * half);
  context.closePath();
  context.fill();
  if (camera.scale > 2.5 || outline) {
    context.strokeStyle = outline || '#fbfaf6';
    context.lineWidth = Math.max(0.1, 0.8 / camera.scale);
    context.stroke();
  }
  if (camera.scale > 2.5) {
    if (first && length > 3) { // the windscreen
      const at = Math.min(1.6, length * 0.3);
      context.strokeStyle = '#fbfaf6b0';
      context.lineWidth = 0.35;
      context.beginPath();
      context.moveTo(front.x - dx * at - dy * half * 0.7, front.y - dy * at + dx * half * 0.7);
      context.lineTo(front.x - dx * at + dy * half * 0.7, front.y - dy * at - dx * half * 0.7);
      context.stroke();
    }
  }
}

function drawLights(context, vehicle, tick) {
  const last = vehicle.points.length - 1;
  const half = vehicle.type.width / 2;
  if (vehicle.state & BRAKES) {
    context.fillStyle = '#d0211c';
    spot(context, vehicle.points[last], vehicle.points[last - 1], -0.75 * half, 0.36);
    spot(context, vehicle.points[last], vehicle.points[last - 1], 0.75 * half, 0.36);
  }
  const side = vehicle.state & INDICATES_LEFT ? 1 : vehicle.state & INDICATES_RIGHT ? -1 : 0;
  if (side && Math.floor(tick / 4) % 2 === 0) {
    context.fillStyle = '#f0b000';
    spot(context, vehicle.points[last], vehicle.points[last - 1], side * half, 0.32);
    spot(context, vehicle.points[0], vehicle.points[1], (vehicle.points[0] === vehicle.points[last] ? 1 : -1) * -side * half, 0.32);
  }
}

/** A dot beside one end of a body, seen from the other end's point; left is positive looking from rear to front. */
function spot(context, at, other, left, size) {
  const length = Math.hypot(other.x - at.x, other.y - at.y) || 1;
  const dx = (other.x - at.x) / length, dy = (other.y - at.y) / length;
  context.beginPath();
  context.arc(at.x + dx * 0.25 - dy * left, at.y + dy * 0.25 + dx * left, size, 0, 2 * Math.PI);
  context.fill();
}

function ring(context, camera, vehicle) {
  const front = vehicle.points[0], rear = vehicle.points[vehicle.points.length - 1];
  context.strokeStyle = '#b4581c';
  context.lineWidth = Math.max(0.5, 2.5 / camera.scale);
  context.beginPath();
  context.arc((front.x + rear.x) / 2, (front.y + rear.y) / 2, Math.max(vehicle.who.length * 0.75, 9 / camera.scale), 0, 2 * Math.PI);
  context.stroke();
}

function legendOf(by, scene, metric, seenTypes) {
  if (by === 'type') {
    return scene.types.filter((type, i) => seenTypes.has(i)).map(type => [TYPE_COLORS[type.id], type.id]);
  }
  if (by === 'speed') {
    const marks = metric ? [0, 20, 40, 60] : [0, 10, 25, 35];
    const unit = metric ? 'km/h' : 'mph';
    return marks.map(v => [SPEED_RAMP[step(v * (metric ? 1 / 3.6 : 0.44704), MOST_SPEED)], `${v} ${unit}`]);
  }
  return [0, 30, 60, 90, 120].map(v => [DELAY_RAMP[step(v, MOST_DELAY)], v === 120 ? '120 s late or more' : `${v} s`]);
}
