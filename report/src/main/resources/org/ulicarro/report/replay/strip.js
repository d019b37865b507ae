/* Queue length over time for the approaches of a place, with their signals under it. */

const BEFORE = 2400, AFTER = 1200; // ticks shown

class Strip {
  constructor(canvas, network, recording) {
    this.canvas = canvas;
    this.network = network;
    this.recording = recording;
    this.place = null;
    this.rows = [];
  }

  choose(place) {
    this.place = place;
    this.rows = [];
    for (const m of this.network.movementsAt(place)) {
      const link = this.network.scene.links[m.from_link];
      let row = this.rows.find(one => one.link === m.from_link);
      if (!row) {
        row = { link: m.from_link, name: link.approach, lanes: this.network.lanesOfLink[m.from_link], groups: [] };
        this.rows.push(row);
      }
      if (m.group >= 0 && !row.groups.includes(m.group)) row.groups.push(m.group);
    }
  }

  /** The tick under a pixel. */
  tickAt(px, now) {
    const left = 60, wide = this.canvas.clientWidth - left - 14;
    return now - BEFORE + (px - left) / wide * (BEFORE + AFTER);
  }

  draw(ratio, now) {
    const context = this.canvas.getContext('2d');
    const width = this.canvas.clientWidth, height = this.canvas.clientHeight;
    this.canvas.width = width * ratio;
    this.canvas.height = height * ratio;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.font = '11px system-ui, "DejaVu Sans", sans-serif';
    context.textBaseline = 'middle';
    const left = 60, wide = width - left - 14, bottom = height - 18;
    const x = tick => left + (tick - now + BEFORE) / (BEFORE + AFTER) * wide;
    const from = Math.max(this.recording.start, now - BEFORE), to = Math.min(this.recording.end, now + AFTER);
    const series = this.rows.map(row => this.series(row, from, to));
    const most = Math.max(40, ...series.flat().map(point => point[1]));
    const high = Math.floor(bottom / Math.max(1, this.rows.length));
    this.rows.forEach((row, i) => this.drawRow(context, row, series[i], x, i * high, high, most, from, to));
    this.drawTime(context, x, bottom, now, width);
  }

  /** Queue of an approach each second: that of its longest lane. */
  series(row, from, to) {
    const points = [];
    const step = this.recording.header.sampleTicks;
    for (let tick = Math.ceil(from / step) * step; tick <= to; tick += step) {
      let most = null;
      for (const lane of row.lanes) {
        const queue = queueAt(this.recording, lane, tick);
        if (queue === null) { most = null; break; }
        most = Math.max(most || 0, queue);
      }
      if (most !== null) points.push([tick, most]);
    }
    return points;
  }

  drawRow(context, row, points, x, top, high, most, from, to) {
    const bars = Math.min(row.groups.length, 2) * 4;
    const base = Math.round(top + high - 4 - bars);
    const unit = (base - top - 4) / most;
    context.strokeStyle = '#d3cfc4';
    context.lineWidth = 1;
    context.beginPath();
    context.moveTo(x(from), base + 0.5);
    context.lineTo(x(to), base + 0.5);
    context.stroke();
    context.fillStyle = '#8a7f70';
    context.beginPath();
    points.forEach(([tick, queue], i) => {
      if (i === 0) context.moveTo(x(tick), base);
      context.lineTo(x(tick), base - queue * unit);
      if (i === points.length - 1) context.lineTo(x(tick), base);
    });
    context.fill();
    context.textAlign = 'right';
    context.fillStyle = '#2b2a28';
    context.fillText(row.name, 30, base - 5);
    context.fillStyle = '#6f6b66';
    const metric = this.network.scene.metric;
    context.fillText(`${Math.round(metric ? most : most / 0.3048)} ${metric ? 'm' : 'ft'}`, 56, top + 8);
    row.groups.slice(0, 2).forEach((group, i) => this.drawBar(context, group, x, base + 2 + i * 4, from, to));
  }

  drawBar(context, group, x, y, from, to) {
    for (let b = this.recording.blockAt(from); b <= this.recording.blockAt(to); b++) {
      const part = this.recording.parts[b], block = this.recording.stream.blocks[b];
      let shown = part.aspects[group], since = block.start;
      const end = { tick: block.end, group, aspect: -1 };
      for (const change of [...part.changes.filter(c => c.group === group), end]) {
        const a = Math.max(from, since), z = Math.min(to, change.tick);
        if (z > a) {
          context.fillStyle = ASPECT_COLORS[shown];
          // red is a thin line and green a thick one, so that they differ in grey
          context.fillRect(x(a), shown === 0 ? y + 1 : y, x(z) - x(a), shown === 0 ? 1 : 3);
        }
        since = change.tick;
        shown = change.aspect;
      }
    }
  }

  drawTime(context, x, bottom, now, width) {
    context.strokeStyle = '#b4581c';
    context.lineWidth = 1.5;
    context.beginPath();
    context.moveTo(x(now), 0);
    context.lineTo(x(now), bottom);
    context.stroke();
    context.fillStyle = '#6f6b66';
    context.textAlign = 'center';
    for (let tick = Math.ceil((now - BEFORE) / 600) * 600; tick <= now + AFTER; tick += 600) {
      if (x(tick) > 150 && x(tick) < width - 20) context.fillText(timeOfDay(tick).slice(0, 5), x(tick), bottom + 9);
    }
    context.textAlign = 'left';
    context.fillText(`queue at ${this.place}`, 6, bottom + 9);
  }
}
