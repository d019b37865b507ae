/* The plan under the traffic, drawn once for each place of the camera. */

const NEAR_SCALE = 2; // pixels per metre from which the plan for large scales is used

const BACKDROP_STRENGTH = 0.45; // of the picture under the plan

class Ground {
  constructor(scene, backdrop, ready) {
    this.backdrop = backdrop; // a picture with its place on the plan, or null
    if (backdrop) {
      this.picture = new Image();
      this.picture.onload = () => { this.version = -1; ready(); };
      this.picture.src = backdrop.source;
    }
    this.near = scene.near.map(shapeOf);
    this.far = scene.far.map(shapeOf);
    this.canvas = document.createElement('canvas');
    this.version = -1;
  }

  draw(context, camera, ratio) {
    if (this.version !== camera.version || this.canvas.width !== context.canvas.width || this.canvas.height !== context.canvas.height) {
      this.canvas.width = context.canvas.width;
      this.canvas.height = context.canvas.height;
      this.paint(this.canvas.getContext('2d'), camera, ratio);
      this.version = camera.version;
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.drawImage(this.canvas, 0, 0);
  }

  paintBackdrop(context) {
    const { left, top, width, height } = this.backdrop;
    context.save();
    context.globalAlpha = BACKDROP_STRENGTH;
    context.translate(left, top);
    context.scale(1, -1); // the plan's y leads up, a picture's rows down
    context.drawImage(this.picture, 0, 0, width, height);
    context.restore();
  }

  paint(context, camera, ratio) {
    context.fillStyle = '#eaeee9';
    context.fillRect(0, 0, this.canvas.width, this.canvas.height);
    camera.apply(context, ratio);
    if (this.picture && this.picture.complete) this.paintBackdrop(context);
    const window = camera.window();
    for (const shape of camera.scale >= NEAR_SCALE ? this.near : this.far) {
      if (!meet(shape.box, window)) continue;
      if (shape.width > 0) {
        context.strokeStyle = shape.color;
        context.lineWidth = shape.width;
        context.setLineDash(shape.dash || []);
        context.stroke(shape.path);
      } else {
        context.fillStyle = shape.color;
        context.fill(shape.path, 'nonzero');
      }
    }
  }
}

function shapeOf(raw) {
  const numbers = (raw.path.match(/-?[\d.]+/g) || []).map(Number);
  const box = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i + 1 < numbers.length; i += 2) {
    box[0] = Math.min(box[0], numbers[i]);
    box[1] = Math.min(box[1], numbers[i + 1]);
    box[2] = Math.max(box[2], numbers[i]);
    box[3] = Math.max(box[3], numbers[i + 1]);
  }
  return { color: raw.color, width: raw.width, dash: raw.dash, path: new Path2D(raw.path), box };
}
