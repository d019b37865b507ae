/* Puts the page together. */

const find = id => document.getElementById(id);
const scene = JSON.parse(find('scene').textContent);
const network = new Network(scene);
const recording = new Recording(network);
const canvas = find('plan');
const context = canvas.getContext('2d');
const camera = new Camera(canvas);
const ground = new Ground(scene, JSON.parse(find('backdrop').textContent), () => { dirty = true; });
const player = new Player(recording);
const selection = new Selection();
const strip = new Strip(find('history'), network, recording);
const seenTypes = new Set();
let colour = 'type';
let seen = null; // vehicles as last drawn
let dirty = true;
let started = false;

const rules = new RuleBook(find('rules').textContent.trim(), () => { dirty = true; });
const card = new Card(find('card'), network, recording, rules, {
  follow: id => { selection.chooseVehicle(id); dirty = true; },
  close: () => { selection.clear(); dirty = true; }
});

recording.onChange = () => {
  dirty = true;
  if (recording.failed) notice(`The recording cannot be read: ${recording.failed.message}`);
  if (!started && recording.parts.length) start();
  find('time').min = recording.start;
  find('time').max = recording.end;
  for (const who of recording.vehicles.values()) seenTypes.add(who.type);
  showLegend();
};

function notice(text) {
  find('notice').hidden = !text;
  find('notice').textContent = text;
}

function start() {
  started = true;
  const period = Math.round(scene.from / TICK);
  player.tick = recording.start; // the period's start, once it is there
  recording.indexing.then(() => {
    player.go(Math.max(recording.start, period));
    dirty = true;
  });
  notice('');
  player.playing = true;
}

function showLegend() {
  find('legend').replaceChildren(...legendOf(colour, scene, scene.metric, seenTypes).map(([color, text]) => {
    const span = element('span');
    const swatch = element('i');
    swatch.style.background = color;
    span.append(swatch, text);
    return span;
  }));
}

function showScale() {
  const steps = scene.metric ? [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000] : [5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000];
  const unit = scene.metric ? 1 : 0.3048;
  const length = steps.filter(s => s * unit * camera.scale <= 150).pop() || steps[0];
  find('scalebar').firstElementChild.style.width = `${length * unit * camera.scale}px`;
  find('scalebar').lastElementChild.textContent = `${length} ${scene.metric ? 'm' : 'ft'}`;
}

function goToPlace(id) {
  if (id === '') {
    camera.fit(network.bounds, 25);
    return;
  }
  const place = scene.places.find(one => one.id === id);
  camera.moveTo(place.x, place.y, Math.min(camera.width, camera.height) / 130);
  if (place.controlled) strip.choose(id);
  dirty = true;
}

function resize() {
  const ratio = window.devicePixelRatio || 1;
  canvas.width = Math.round(canvas.clientWidth * ratio);
  canvas.height = Math.round(canvas.clientHeight * ratio);
  camera.version++;
  dirty = true;
}

function draw() {
  const ratio = window.devicePixelRatio || 1;
  ground.draw(context, camera, ratio);
  if (!recording.parts.length) return;
  const now = trafficAt(recording, network, player.tick);
  if (now) seen = now; // else what was seen last stays until its block is decoded
  camera.apply(context, ratio);
  const chosen = selection.vehicle >= 0 && seen ? seen.find(one => one.id === selection.vehicle) : null;
  drawSelection(context, camera, network, selection, chosen);
  drawStopLines(context, camera, network, recording, player.tick);
  if (seen) drawVehicles(context, camera, seen, colour, player.tick, selection.vehicle);
  drawPeople(context, camera, network, recording, player.tick);
  drawNames(context, camera, ratio, network);
  drawOutside(context, camera, ratio, network, recording, player.tick);
  card.update(selection, chosen, player.tick);
}

let lastStrip = 0;
const spent = { frames: 0, ms: 0 }; // in drawing

function frame(time) {
  const ms = time - (frame.last || time);
  frame.last = time;
  player.advance(ms);
  if (player.playing || dirty) {
    dirty = false;
    const began = performance.now();
    draw();
    find('clock').textContent = timeOfDay(player.tick);
    find('time').value = player.tick;
    find('play').textContent = player.playing ? 'Pause' : 'Play';
    find('speed').value = player.speed;
    showScale();
    if (strip.place && (time - lastStrip > 100 || !player.playing) && recording.parts.length) {
      lastStrip = time;
      strip.draw(window.devicePixelRatio || 1, player.tick);
    }
    spent.frames++;
    spent.ms += performance.now() - began;
  }
  requestAnimationFrame(frame);
}

function change(action) {
  return event => { action(event); dirty = true; };
}

function listenToPointer() {
  let down = null, moved = false;
  canvas.addEventListener('pointerdown', event => {
    down = [event.clientX, event.clientY];
    moved = false;
    canvas.setPointerCapture(event.pointerId);
  });
  canvas.addEventListener('pointermove', change(event => {
    if (!down) return;
    const dx = event.clientX - down[0], dy = event.clientY - down[1];
    if (moved || Math.hypot(dx, dy) > 4) {
      moved = true;
      canvas.classList.add('moving');
      camera.drag(dx, dy);
      down = [event.clientX, event.clientY];
    }
  }));
  canvas.addEventListener('pointerup', change(event => {
    canvas.classList.remove('moving');
    if (down && !moved) {
      const [x, y] = camera.plan(event.offsetX, event.offsetY);
      selection.choose(x, y, seen, network, 4 / camera.scale);
    }
    down = null;
  }));
  canvas.addEventListener('wheel', change(event => {
    event.preventDefault();
    camera.zoom(Math.exp(-event.deltaY * 0.0015), event.offsetX, event.offsetY);
  }), { passive: false });
  find('history').addEventListener('pointerdown', change(event => player.go(strip.tickAt(event.offsetX, player.tick))));
}

function listenToKeys() {
  const colours = ['type', 'speed', 'delay'];
  const actions = {
    ' ': () => { player.playing = !player.playing; },
    ArrowLeft: event => player.go(player.tick - (event.shiftKey ? 600 : 100)),
    ArrowRight: event => player.go(player.tick + (event.shiftKey ? 600 : 100)),
    ArrowUp: () => player.faster(1),
    ArrowDown: () => player.faster(-1),
    '+': () => camera.zoom(1.25, camera.width / 2, camera.height / 2),
    '-': () => camera.zoom(0.8, camera.width / 2, camera.height / 2),
    f: () => goToPlace(''),
    c: () => setColour(colours[(colours.indexOf(colour) + 1) % 3]),
    Escape: () => { selection.clear(); find('keys').hidden = true; },
    '?': () => { find('keys').hidden = !find('keys').hidden; }
  };
  document.addEventListener('keydown', change(event => {
    if (event.target.tagName === 'SELECT' || event.ctrlKey || event.metaKey || event.altKey) return;
    const places = scene.places.filter(place => place.controlled);
    const action = actions[event.key] || actions[event.key.toLowerCase()]
      || (/[1-9]/.test(event.key) && places[event.key - 1] ? () => choosePlace(places[event.key - 1].id) : null);
    if (action) {
      event.preventDefault();
      action(event);
    }
  }));
}

function setColour(by) {
  colour = by;
  find('colour').value = by;
  showLegend();
}

function choosePlace(id) {
  find('place').value = id;
  goToPlace(id);
}

function listenToBar() {
  for (const speed of SPEEDS) find('speed').append(new Option(`${speed}x`, speed));
  find('place').append(new Option('all', ''));
  for (const place of scene.places.filter(one => one.controlled)) find('place').append(new Option(place.id, place.id));
  find('play').onclick = change(() => {
    if (!player.playing && player.tick >= recording.end) player.go(recording.start);
    player.playing = !player.playing;
  });
  find('time').oninput = change(event => player.go(Number(event.target.value)));
  find('speed').onchange = change(event => { player.speed = Number(event.target.value); });
  find('place').onchange = change(event => goToPlace(event.target.value));
  find('colour').onchange = change(event => setColour(event.target.value));
  find('help').onclick = change(() => { find('keys').hidden = !find('keys').hidden; });
}

function bytesOf(base64) {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

function load() {
  const embedded = find('tracks').textContent.trim();
  try {
    if (embedded) {
      recording.push(bytesOf(embedded));
      find('tracks').textContent = '';
    } else {
      notice('Waiting for the first minute of the run …');
      const source = new EventSource('tracks');
      source.onmessage = event => recording.push(bytesOf(event.data));
      source.addEventListener('end', () => source.close());
    }
  } catch (error) {
    notice(`The recording cannot be read: ${error.message}`);
  }
}

document.title = `${scene.title} – replay`;
find('title').firstElementChild.textContent = scene.title;
find('title').lastElementChild.textContent = `${scene.alternative}, ${scene.period}`;
listenToBar();
listenToPointer();
listenToKeys();
const places = scene.places.filter(place => place.controlled);
find('strip').hidden = !places.length;
if (places.length) strip.choose(places[0].id);
if (places.length === 1) choosePlace(places[0].id); else goToPlace('');
new ResizeObserver(resize).observe(canvas);
resize();
showLegend();
load();
requestAnimationFrame(frame);

/** For those who look at the page with a program. */
window.ulicarro = { scene, network, recording, rules, camera, player, selection, trafficAt, framesPerSecond, refresh, choosePlace, spent };

function refresh() {
  dirty = true;
}

function framesPerSecond() {
  const sum = player.frames.reduce((a, b) => a + b, 0);
  return sum > 0 ? player.frames.length / sum * 1000 : 0;
}
