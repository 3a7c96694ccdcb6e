"use strict";
// Reading figures: what is pointed at is told beside it, arrow keys walk the cells.
for (const [number, drawn] of document.querySelectorAll(".drawn").entries()) {
  read(JSON.parse(document.querySelectorAll("script[data-told]")[number].textContent), drawn, `at${number || ""}`);
}

function read(told, drawn, id) {
  const { grid, rows, columns } = told;
  if (!grid) return;
  const { xs, ys, drops, widths, heights } = grid;
  const width = (column) => widths[column] ?? grid.width;
  const height = (row) => heights[row] ?? grid.height;
  const drop = (column) => drops[column] ?? 0;
  const left = Math.min(...xs);
  const top = ys[0];
  const right = Math.max(...xs.map((x, i) => x + width(i)));
  const foot = ys.at(-1) + height(ys.length - 1) + Math.max(0, ...drops);
  const absent = new Set(grid.absent);
  const zoom = () => drawn.clientWidth / told.width;

  const make = (tag, name, inside) => {
    const node = document.createElement(tag);
    node.className = name;
    inside.append(node);
    return node;
  };
  const reader = make("div", "cells", drawn);
  const set = (node, attributes) => {
    for (const [name, value] of Object.entries(attributes)) node.setAttribute(name, value);
  };
  set(reader, {
    role: "grid",
    tabindex: "0",
    "aria-label": told.alternative,
    "aria-rowcount": rows.length + 1,
    "aria-colcount": columns.length + 1,
  });
  const row = make("div", "row", reader);
  set(row, { role: "row" });
  const head = make("div", "unseen", row);
  set(head, { role: "rowheader", "aria-colindex": 1 });
  const ring = make("div", "ring", row);
  set(ring, { role: "gridcell", id });
  const tip = make("div", "told", drawn);
  set(tip, { "aria-hidden": "true" });
  ring.hidden = tip.hidden = row.hidden = true;

  let at = null;

  function place() {
    const size = zoom();
    Object.assign(reader.style, {
      left: `${left * size}px`,
      top: `${top * size}px`,
      width: `${(right - left) * size}px`,
      height: `${(foot - top) * size}px`,
    });
    if (at) show(at, !ring.hidden);
  }

  function words(cell) {
    const i = cell.row * columns.length + cell.column;
    return [told.values[i] ?? "", [rows[cell.row], columns[cell.column]].filter(Boolean).join(", "), told.records[i] ?? ""];
  }

  function show(cell, ringed) {
    const size = zoom();
    const x = (xs[cell.column] - left) * size;
    const y = (ys[cell.row] + drop(cell.column) - top) * size;
    const [wide, high] = [width(cell.column) * size, height(cell.row) * size];
    const [value, name, records] = words(cell);
    if (ringed) {
      row.hidden = ring.hidden = false;
      Object.assign(ring.style, { left: `${x}px`, top: `${y}px`, width: `${wide}px`, height: `${high}px` });
      set(row, { "aria-rowindex": cell.row + 2 });
      set(ring, { "aria-colindex": cell.column + 2, "aria-label": [name, value, records].filter(Boolean).join("; ") });
      head.textContent = rows[cell.row];
      reader.setAttribute("aria-activedescendant", id);
    }
    tip.replaceChildren();
    if (value) make("b", "", tip).textContent = value;
    for (const line of [name, records]) if (line) make("div", "", tip).textContent = line;
    tip.hidden = false;
    const from = left * size + x;
    const before = from + wide + 12 + tip.offsetWidth > drawn.clientWidth;
    tip.style.left = `${Math.max(0, before ? from - 8 - tip.offsetWidth : from + wide + 8)}px`;
    tip.style.top = `${Math.max(0, Math.min(top * size + y, drawn.clientHeight - tip.offsetHeight))}px`;
  }

  function under(event) {
    const box = reader.getBoundingClientRect();
    const x = left + (event.clientX - box.left) / zoom();
    const y = top + (event.clientY - box.top) / zoom();
    for (let column = 0; column < xs.length; column += 1) {
      if (x < xs[column] || x > xs[column] + width(column)) continue;
      const found = ys.findIndex((from, i) => y >= from + drop(column) && y <= from + drop(column) + height(i));
      if (found >= 0 && !absent.has(found * columns.length + column)) return { row: found, column };
    }
    return null;
  }

  const steps = {
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
    PageUp: [-10, 0],
    PageDown: [10, 0],
    Home: [0, Number.NEGATIVE_INFINITY],
    End: [0, Number.POSITIVE_INFINITY],
  };
  const within = (place, most) => Math.min(Math.max(place, 0), most - 1);

  reader.addEventListener("keydown", (event) => {
    if (event.key === "Escape") {
      tip.hidden = true;
      return;
    }
    const step = steps[event.key];
    if (!step || event.altKey) return;
    event.preventDefault();
    const from = at ?? { row: 0, column: 0 };
    at = at
      ? { row: within(from.row + step[0], rows.length), column: within(from.column + step[1], columns.length) }
      : from;
    show(at, true);
  });
  reader.addEventListener("focus", () => {
    at ??= { row: 0, column: 0 };
    if (reader.matches(":focus-visible")) show(at, true);
  });
  reader.addEventListener("blur", () => {
    ring.hidden = row.hidden = tip.hidden = true;
  });
  reader.addEventListener("pointermove", (event) => {
    const cell = under(event);
    if (cell) show(cell, false);
    else tip.hidden = true;
  });
  reader.addEventListener("pointerleave", () => {
    tip.hidden = true;
  });
  reader.addEventListener("pointerdown", (event) => {
    const cell = under(event);
    if (!cell) return;
    at = cell;
    show(at, true);
  });
  addEventListener("resize", place);
  place();
}
