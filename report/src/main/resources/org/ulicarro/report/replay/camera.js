/* From metres on the plan, y north, to pixels of the canvas, y down. */

class Camera {
  constructor(canvas) {
    this.canvas = canvas;
    this.scale = 1; // pixels per metre
    this.x = 0; // the plan's point in the middle
    this.y = 0;
    this.version = 0; // counts changes
  }

  get width() { return this.canvas.clientWidth; }
  get height() { return this.canvas.clientHeight; }

  fit(box, margin) {
    const wide = Math.max(20, box[2] - box[0] + 2 * margin), high = Math.max(20, box[3] - box[1] + 2 * margin);
    this.scale = Math.min(this.width / wide, this.height / high);
    this.x = (box[0] + box[2]) / 2;
    this.y = (box[1] + box[3]) / 2;
    this.version++;
  }

  moveTo(x, y, scale) {
    this.x = x;
    this.y = y;
    if (scale) this.scale = scale;
    this.version++;
  }

  drag(dx, dy) {
    this.moveTo(this.x - dx / this.scale, this.y + dy / this.scale);
  }

  /** Larger or smaller, with the point under the pointer staying where it is. */
  zoom(factor, px, py) {
    const [x, y] = this.plan(px, py);
    this.scale = Math.max(0.02, Math.min(60, this.scale * factor));
    this.x = x - (px - this.width / 2) / this.scale;
    this.y = y + (py - this.height / 2) / this.scale;
    this.version++;
  }

  plan(px, py) {
    return [this.x + (px - this.width / 2) / this.scale, this.y - (py - this.height / 2) / this.scale];
  }

  screen(x, y) {
    return [this.width / 2 + (x - this.x) * this.scale, this.height / 2 - (y - this.y) * this.scale];
  }

  /** Makes a canvas take metres. */
  apply(context, ratio) {
    const s = this.scale * ratio;
    context.setTransform(s, 0, 0, -s, this.width / 2 * ratio - this.x * s, this.height / 2 * ratio + this.y * s);
  }

  /** The part of the plan that can be seen. */
  window() {
    const w = this.width / 2 / this.scale, h = this.height / 2 / this.scale;
    return [this.x - w, this.y - h, this.x + w, this.y + h];
  }
}

function meet(a, b) {
  return a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3];
}
