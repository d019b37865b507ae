/* Stop lines with what their groups show, and who waits outside. Form tells as much as colour: a closed bar is red, a broken one
 * yellow, two stubs at the sides are green, with a dot between them flashing yellow. */

const ASPECT_COLORS = ['#b3261e', '#2e7d4f', '#e0a400', '#e0a400'];
const ASPECT_FORMS = [[[0, 1]], [[0, 0.25], [0.75, 1]], [[0, 0.4], [0.6, 1]], [[0, 0.25], [0.4, 0.6], [0.75, 1]]];

function drawStopLines(context, camera, network, recording, tick) {
  const window = camera.window();
  const thick = Math.max(0.7, 3 / camera.scale);
  for (const line of network.stopLines) {
    const { x, y, dx, dy } = line.at;
    if (x < window[0] - 9 || x > window[2] + 9 || y < window[1] - 9 || y > window[3] + 9) continue;
    const part = (line.lane.width - 0.3) / line.groups.length;
    line.groups.forEach((group, i) => {
      const from = -line.lane.width / 2 + 0.15 + i * part; // to the right of the lane's middle
      const aspect = recording.aspect(group, tick);
      context.strokeStyle = ASPECT_COLORS[aspect];
      context.lineWidth = thick;
      context.setLineDash([]);
      context.beginPath();
      for (const [a, b] of ASPECT_FORMS[aspect]) {
        const l = from + a * part, r = from + b * part;
        context.moveTo(x + dy * l - dx * 0.3, y - dx * l - dy * 0.3);
        context.lineTo(x + dy * r - dx * 0.3, y - dx * r - dy * 0.3);
      }
      context.stroke();
    });
  }
}

/** Numbers at the ends of roads where vehicles wait for room to come in. */
function drawOutside(context, camera, ratio, network, recording, tick) {
  const perLink = new Map();
  for (const lane of recording.parts[recording.blockAt(tick)].outside.keys()) {
    const count = recording.outside(lane, tick);
    if (count > 0) {
      const link = network.scene.lanes[lane].link;
      const sum = perLink.get(link) || { count: 0, lane };
      sum.count += count;
      perLink.set(link, sum);
    }
  }
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.font = 'bold 13px system-ui, "DejaVu Sans", sans-serif';
  for (const { count, lane } of perLink.values()) {
    const start = poseAt(network.lanes[lane], network.lanes[lane].start);
    const [sx, sy] = camera.screen(start.x, start.y);
    const text = `${count} outside, ${network.scene.links[network.scene.lanes[lane].link].name}`;
    const wide = context.measureText(text).width + 14;
    // the road may begin beyond the edge of the picture
    const x = Math.max(6 + wide / 2, Math.min(camera.width - 6 - wide / 2, sx - start.dx * 16));
    const y = Math.max(64, Math.min(camera.height - 46, sy + start.dy * 16));
    context.fillStyle = '#7c2d3e';
    context.beginPath();
    context.roundRect(x - wide / 2, y - 12, wide, 24, 5);
    context.fill();
    context.fillStyle = '#fff';
    context.textAlign = 'center';
    context.textBaseline = 'middle';
    context.fillText(text, x, y);
  }
}

/** Names of places, and of the groups at their lines. */
function drawNames(context, camera, ratio, network) {
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.textBaseline = 'middle';
  if (camera.scale > 3) {
    context.font = '12px system-ui, "DejaVu Sans", sans-serif';
    const named = new Set();
    for (const line of network.stopLines) {
      for (const group of line.groups) {
        if (named.has(group)) continue;
        named.add(group);
        const beside = line.lane.width / 2 + 2.6;
        const side = network.scene.keeps_right ? 1 : -1;
        const offset = outermost(network, line.index, side);
        const [x, y] = camera.screen(line.at.x + line.at.dy * side * (offset + beside) - line.at.dx * (1 + named.size % 2 * 4),
          line.at.y - line.at.dx * side * (offset + beside) - line.at.dy * (1 + named.size % 2 * 4));
        label(context, network.scene.groups[group].id, x, y, '#2b2a28');
      }
    }
  } else {
    context.font = 'bold 13px system-ui, "DejaVu Sans", sans-serif';
    for (const place of network.scene.places) {
      if (!place.controlled) continue;
      const [x, y] = camera.screen(place.x, place.y);
      label(context, place.id, x + 26, y - 24, '#2b2a28');
    }
  }
}

/** From a lane's middle to that of the lane of its link that is furthest to a side (m). */
function outermost(network, index, side) {
  const lane = network.scene.lanes[index];
  const here = network.lanes[index];
  const pose = poseAt(here, here.end);
  let most = 0;
  for (const other of network.lanesOfLink[lane.link]) {
    const there = poseAt(network.lanes[other], network.lanes[other].end);
    const right = (there.x - pose.x) * pose.dy - (there.y - pose.y) * pose.dx;
    most = Math.max(most, side * right);
  }
  return most;
}

function label(context, text, x, y, color) {
  context.textAlign = 'center';
  const wide = context.measureText(text).width + 8;
  context.fillStyle = '#fbfaf6d8';
  context.fillRect(x - wide / 2, y - 8, wide, 16);
  context.fillStyle = color;
  context.fillText(text, x, y);
}
