/* The card that tells of what was clicked. Texts of the study are set as text, never as markup. */

const REASONS = ['', 'vehicle', 'signal', 'gap', 'crossing', 'lane', 'curve', 'room', 'stop', 'closure',
  'power', 'clear', 'walkers', 'gate'];

function timeOfDay(tick) {
  const s = Math.floor(tick * TICK + 1e-6);
  return [Math.floor(s / 3600), Math.floor(s / 60) % 60, s % 60].map(v => String(v).padStart(2, '0')).join(':');
}

function element(name, text, className) {
  const one = document.createElement(name);
  if (text !== undefined) one.textContent = text;
  if (className) one.className = className;
  return one;
}

class Card {
  constructor(aside, network, recording, rules, actions) {
    this.aside = aside;
    this.network = network;
    this.recording = recording;
    this.rules = rules;
    this.actions = actions; // {follow(id), close()}
    this.shown = '';
  }

  /** Shows what is selected now; touches the page only when something has changed. */
  update(selection, chosen, tick) {
    const parts = selection.vehicle >= 0 ? this.vehicle(selection.vehicle, chosen)
      : selection.lane >= 0 ? this.lane(selection.lane, tick) : null;
    const key = JSON.stringify(parts, (name, value) => typeof value === 'function' ? undefined : value);
    if (key === this.shown) return;
    this.shown = key;
    this.aside.hidden = !parts;
    if (parts) this.render(parts);
  }

  render(parts) {
    const close = element('button', '×', 'close');
    close.title = 'Let go (Esc)';
    close.onclick = this.actions.close;
    const nodes = [close, element('h2', parts.title)];
    if (parts.facts) {
      const list = element('dl');
      for (const [name, value, follow] of parts.facts) {
        list.append(element('dt', name));
        const dd = element('dd', value);
        if (follow !== undefined) {
          const link = element('button', 'show');
          link.onclick = () => this.actions.follow(follow);
          dd.append(' ', link);
        }
        list.append(dd);
      }
      nodes.push(list);
    }
    if (parts.table) nodes.push(this.table(parts.table));
    if (parts.script) nodes.push(...this.script(parts.script));
    for (const note of parts.notes || []) nodes.push(element('p', note));
    this.aside.replaceChildren(...nodes);
  }

  /** The rules of a stage script: those that held are marked by a word, not only by weight. */
  script(moment) {
    const stage = moment.going ? `goes to stage ${moment.stage}` : `stage ${moment.stage} for ${moment.lasted_s.toFixed(1)} s`;
    const table = element('table', undefined, 'rules');
    const head = element('tr');
    for (const word of ['line', 'holds', 'goes to', 'if']) head.append(element('th', word));
    table.append(head);
    for (const rule of moment.rules) {
      const tr = element('tr', undefined, rule.holds ? 'holds' : undefined);
      const asks = element('td', rule.if);
      asks.append(element('div', rule.with.join(', ')));
      tr.append(element('td', String(rule.line)), element('td', rule.holds ? 'yes' : 'no'), element('td', rule.to || '–'), asks);
      table.append(tr);
    }
    return [element('h3', `Script at ${moment.place}: ${stage}`), table];
  }

  table(rows) {
    const table = element('table');
    rows.forEach((row, i) => {
      const tr = element('tr');
      row.forEach(cell => tr.append(element(i === 0 ? 'th' : 'td', cell)));
      table.append(tr);
    });
    return table;
  }

  vehicle(id, chosen) {
    const who = this.recording.vehicles.get(id);
    const { links, turns } = wayOf(this.network, who);
    const scene = this.network.scene;
    const name = link => scene.links[link].name;
    const facts = [
      ['from', name(links[0])],
      ['to', name(links[links.length - 1])],
      ['route', turns.map(turn => `${turn.name} at ${turn.place}`).join(', ') || 'straight on']
    ];
    if (!chosen) {
      return { title: `${scene.types[who.type].id} ${id}`, facts, notes: ['not on the road at this moment'] };
    }
    facts.push(['speed', scene.metric ? `${Math.round(chosen.speed * 3.6)} km/h` : `${Math.round(chosen.speed / 0.44704)} mph`]);
    facts.push(['delay so far', `${Math.round(chosen.delay)} s`]);
    const why = this.reason(chosen);
    if (why) facts.push(['waits', why, chosen.waitsFor >= 0 ? chosen.waitsFor : undefined]);
    return { title: `${scene.types[who.type].id} ${id}`, facts };
  }

  /** Why a slow vehicle does not go, in words. */
  reason(one) {
    const other = one.waitsFor >= 0 ? this.nameOf(one.waitsFor) : '';
    switch (REASONS[one.waits]) {
      case 'vehicle': return `behind ${other}`;
      case 'signal': return `for ${this.groupAhead(one)}`;
      case 'gap': return other ? `for a gap; ${other} comes first` : 'for a gap';
      case 'crossing': return other ? `until ${other} has passed` : 'until the way is clear';
      case 'lane': return other ? `to change lanes beside ${other}` : 'to change lanes';
      case 'curve': return 'no: slows down for a curve';
      case 'room': return `to leave room for ${other}`;
      case 'stop': return 'at a stop';
      case 'gate': return 'at a gate';
      case 'closure': return 'before a closed stretch';
      case 'clear': return 'for room behind the junction';
      case 'walkers': return 'for people who cross';
      case 'power': return 'no: its engine can do no more here';
      default: return '';
    }
  }

  nameOf(id) {
    const who = this.recording.vehicles.get(id);
    return who ? `${this.network.scene.types[who.type].id} ${id}` : `vehicle ${id}`;
  }

  groupAhead(one) {
    const scene = this.network.scene;
    const link = scene.lanes[one.lane].link;
    const next = one.who.way.find(m => scene.movements[m].from_link === link);
    const group = next === undefined ? -1 : scene.movements[next].group;
    return group < 0 ? 'the signal' : `signal group ${scene.groups[group].id} at ${scene.groups[group].place}`;
  }

  lane(index, tick) {
    const scene = this.network.scene;
    const raw = scene.lanes[index];
    const movements = this.network.movementsOf(index).filter(m => !scene.movements[m].inner);
    const title = raw.link >= 0 ? `${scene.links[raw.link].approach} ${scene.links[raw.link].name}, lane ${raw.number}`
      : `${movements.map(m => scene.movements[m].name).join(' ') || 'ring'} at ${scene.movements[raw.movement].place}`;
    const rows = [['', 'vehicles', 'per hour', 'queue', 'delay']];
    let from = null, to = null;
    for (const m of movements) {
      const sum = sumsOf(this.recording, m, Math.round(scene.from / TICK), tick);
      from = sum.from;
      to = sum.to;
      const hours = sum.to === null ? 0 : (sum.to - sum.from) * TICK / 3600;
      rows.push([scene.movements[m].name, String(sum.passed), hours ? String(Math.round(sum.passed / hours)) : '–',
        this.length(Math.max(...this.network.lanesInto(m).map(lane => queueAt(this.recording, lane, tick) || 0))),
        sum.accounts ? `${(sum.delay / sum.accounts).toFixed(1)} s` : '–']);
    }
    const notes = [];
    if (!movements.length) {
      notes.push('No movement begins on this lane.');
      return { title, notes };
    }
    notes.push(from === null ? 'No full minute of the measured period has passed yet.'
      : `Vehicles and mean control delay ${timeOfDay(from).slice(0, 5)} to ${timeOfDay(to).slice(0, 5)}; queue now, longest lane.`);
    return { title, table: rows, notes, script: this.scriptOf(movements, tick) };
  }

  /** What the script of the signal ahead saw, where there is one. */
  scriptOf(movements, tick) {
    const scene = this.network.scene;
    const group = movements.map(m => scene.movements[m].group).find(g => g >= 0);
    return group === undefined || this.rules.empty ? null : this.rules.at(scene.groups[group].place, tick);
  }

  length(metres) {
    return this.network.scene.metric ? `${Math.round(metres)} m` : `${Math.round(metres / 0.3048)} ft`;
  }
}
