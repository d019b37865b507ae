/* People on crossings: filled while they are on the road, open while they wait at the kerb. */

const PERSON_COLOR = '#6b2c6e';
const PERSON_OUTLINE = '#fbfaf6';

/** Metres from the kerb at which a walker came, or null before and after. */
function walkedAt(walk, tick) {
  if (tick < walk.begin) return null;
  let at = walk.position, since = walk.begin, motion = walk.motion;
  const moved = until => (until - since) * TICK * walk.speed * (motion === 1 ? 1 : motion === 2 ? -1 : 0);
  for (const change of walk.changes) {
    if (change.tick > tick) break;
    at += moved(change.tick);
    since = change.tick;
    motion = change.motion;
  }
  return motion === 3 ? null : Math.max(0, at + moved(tick));
}

function drawPeople(context, camera, network, recording, tick) {
  const radius = Math.max(0.35, 2.5 / camera.scale);
  for (const walk of recording.parts[recording.blockAt(tick)].walks) {
    const at = walkedAt(walk, tick);
    if (at === null) continue;
    const crossing = network.scene.crossings[walk.crossing];
    const along = walk.there ? at : crossing.length - at;
    const aside = walk.aside * (crossing.width / 2 - 0.3);
    context.beginPath();
    context.arc(crossing.x + crossing.dx * along + crossing.dy * aside, crossing.y + crossing.dy * along - crossing.dx * aside, radius, 0, 7);
    context.fillStyle = at === 0 ? PERSON_OUTLINE : PERSON_COLOR;
    context.strokeStyle = at === 0 ? PERSON_COLOR : PERSON_OUTLINE;
    context.lineWidth = radius / 3;
    context.setLineDash([]);
    context.fill();
    context.stroke();
  }
}
