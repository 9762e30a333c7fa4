/**
 * What runs inside a specimen's frame. It draws what it is sent, says how large that is, and answers the heartbeat by
 * which the page notices a frame that hangs. Markup arrives sanitised; set as innerHTML, it cannot run script, and the
 * policy of the frame forbids it besides.
 */
export const PREVIEW_SCRIPT = `
(() => {
  const sheet = document.getElementById('sheet');
  const tell = (message) => parent.postMessage(message, '*');
  let drawn = false;
  const size = () => {
    // An empty page has a size too, which nobody has a use for.
    if (!drawn) return;
    const root = document.documentElement;
    tell({ frame: 'size', height: Math.ceil(root.getBoundingClientRect().height), width: root.scrollWidth });
  };
  const say = (text, left) => tell({ frame: 'said', text: String(text).slice(0, 300), left: left === true });
  const run = (code) => {
    // The frame's policy has no word for connections between peers, so their maker is taken away.
    for (const name of ['RTCPeerConnection', 'webkitRTCPeerConnection']) delete window[name];
    try { new Function('root', 'say', code)(document.querySelector('[part~="root"]'), (text) => say('script: ' + text)); }
    catch (error) { say('script: stopped, ' + error.message); }
  };
  let timers = [];
  const behave = (behaviours) => {
    timers.forEach(clearTimeout);
    timers = [];
    // Parts of the component itself: one nested in it may have parts of the same names.
    const own = (one, part) => '.' + CSS.escape(one.owner) + '[part~="' + CSS.escape(part) + '"]';
    for (const one of behaviours || []) for (const element of document.querySelectorAll(own(one, one.part))) {
      const root = element.closest(own(one, 'root')) || element;
      if (one.kind === 'event') element.addEventListener(one.on, () => say(one.name + ', on ' + one.on + ' of ' + one.part));
      if (one.kind !== 'timed') continue;
      const end = () => {
        if (one.does === 'leave') { root.style.opacity = '0'; root.style.visibility = 'hidden'; say(one.part + ' left after ' + one.ms + ' ms', true); }
        else {
          if (one.does === 'rest') root.removeAttribute('data-state'); else root.setAttribute('data-state', one.does);
          say(one.part + ' became ' + one.does + ' after ' + one.ms + ' ms');
        }
      };
      const begin = () => timers.push(setTimeout(end, one.ms));
      if (one.state === '') begin();
      else element.addEventListener({ hover: 'mouseenter', active: 'mousedown' }[one.state] || 'focusin', begin);
    }
  };
  addEventListener('message', async (event) => {
    if (event.source !== parent) return;
    const message = event.data;
    if (message.kind === 'beat') return tell({ frame: 'beat' });
    if (message.kind === 'font') {
      try {
        const face = new FontFace(message.family, message.bytes, message.descriptors);
        await face.load();
        document.fonts.add(face);
        size();
      } catch { /* a font that cannot be read leaves the next in the list */ }
      return;
    }
    if (message.kind !== 'draw') return;
    drawn = true;
    sheet.textContent = 'html{background:' + (message.backdrop || 'transparent') + '}body{margin:0;padding:' + (message.padding || 0) + 'px}' + message.css;
    for (const name of document.documentElement.getAttributeNames()) if (name.startsWith('data-')) document.documentElement.removeAttribute(name);
    for (const [name, value] of Object.entries(message.attributes || {})) document.documentElement.setAttribute(name, value);
    document.documentElement.dir = message.dir || 'ltr';
    document.documentElement.style.fontSize = message.textSize ? message.textSize * 100 + '%' : '';
    document.body.innerHTML = message.html;
    behave(message.behaviours);
    if (message.script) run(message.script);
    for (const id of message.marked || []) {
      const found = document.querySelector('[data-placement="' + CSS.escape(id) + '"]');
      if (found) { found.style.outline = '2px solid #3f558a'; found.style.outlineOffset = '3px'; }
    }
    if (message.reveal) {
      const found = document.querySelector('[data-placement="' + CSS.escape(message.reveal) + '"]');
      if (found) tell({ frame: 'reveal', top: found.getBoundingClientRect().top });
    }
    if (message.grid) {
      sheet.textContent += 'html{position:relative;min-height:100%}' + message.grid.css;
      const over = document.body.appendChild(document.createElement('div'));
      over.className = 'layout-grid';
      over.setAttribute('aria-hidden', 'true');
      for (let i = 0; i < message.grid.columns; i++) over.append(document.createElement('i'));
    }
    const traced = new Map();
    for (const element of message.traced ? document.body.querySelectorAll('[part]') : []) {
      const style = getComputedStyle(element);
      const found = message.traced.filter((property) => style.getPropertyValue('--traced-' + property).trim() === '1');
      if (found.length === 0) continue;
      element.style.outline = '2px dashed #3f558a';
      element.style.outlineOffset = '1px';
      for (const property of found) {
        const name = property + ' of ' + element.getAttribute('part');
        traced.set(name, (traced.get(name) || 0) + 1);
      }
    }
    if (message.traced) tell({ frame: 'traced', found: [...traced] });
    asked = message.measure || null;
    drawing = message.number;
    outline(message.chosen);
    size();
    measure();
  });
  let asked = null;
  let drawing;
  let waiting = 0;
  const px = (style, name) => Number.parseFloat(style.getPropertyValue(name)) || 0;
  const parts = () => [...document.body.querySelectorAll('[part]')].slice(0, 2000);
  const outline = (chosen) => {
    if (chosen === undefined || chosen === null) return;
    const found = parts()[chosen];
    if (found) { found.style.outline = '2px solid #1c5d8c'; found.style.outlineOffset = '1px'; }
  };
  const measure = () => {
    if (!asked) return;
    const all = parts();
    const places = new Map(all.map((element, i) => [element, i]));
    const within = (element) => {
      for (let at = element.parentElement; at; at = at.parentElement) if (places.has(at)) return places.get(at);
      return null;
    };
    const boxes = all.map((element) => {
      const box = element.getBoundingClientRect();
      const style = getComputedStyle(element);
      const sides = (name, end) => ['top', 'right', 'bottom', 'left'].map((side) => px(style, name + '-' + side + end));
      const cell = element.closest('[data-cell]');
      return {
        part: element.getAttribute('part'), owner: [...element.classList].at(-1) || '', tag: element.localName,
        cell: cell ? cell.getAttribute('data-cell') : null, within: within(element),
        text: (element.textContent || '').trim().slice(0, 60),
        operated: element.matches('a,button,input,select,textarea,summary,[tabindex]'),
        x: box.x, y: box.y, width: box.width, height: box.height,
        padding: sides('padding', ''), border: sides('border', '-width'), margin: sides('margin', ''),
        gap: [px(style, 'row-gap'), px(style, 'column-gap')],
        style: Object.fromEntries(asked.map((name) => [name, style.getPropertyValue(name)])),
      };
    });
    tell({ frame: 'measured', boxes, number: drawing });
  };
  const later = () => { clearTimeout(waiting); waiting = setTimeout(measure, 60); };
  new ResizeObserver(() => { size(); later(); }).observe(document.documentElement);
  document.fonts.addEventListener('loadingdone', later);
  document.addEventListener('transitionend', later);
  document.addEventListener('click', (event) => {
    const link = event.target.closest && event.target.closest('a');
    if (link) event.preventDefault();
    const placed = event.target.closest && event.target.closest('[data-placement]');
    if (placed) tell({ frame: 'pick', placement: placed.getAttribute('data-placement') });
    const cell = event.target.closest && event.target.closest('[data-cell]');
    if (cell) tell({ frame: 'pick', cell: cell.getAttribute('data-cell') });
    const part = event.target.closest && event.target.closest('[part]');
    if (part && asked) tell({ frame: 'pick', part: parts().indexOf(part) });
  });
  tell({ frame: 'ready' });
})();
`;
