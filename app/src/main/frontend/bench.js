// The little script there is: keys, clocks, drafts, and what to say when an answer did not arrive.
(() => {
  "use strict";
  const $ = (selector, root = document) => root.querySelector(selector);
  const $$ = (selector, root = document) => [...root.querySelectorAll(selector)];
  const cookie = (name) =>
    document.cookie.split("; ").find((part) => part.startsWith(name + "="))?.slice(name.length + 1);

  // --- answers that did not arrive ---
  const banner = () => $("#banner");
  function tell(title, text, signIn) {
    const box = banner();
    box.replaceChildren();
    const strong = document.createElement("strong");
    strong.textContent = title;
    box.append(strong, " ", text);
    if (signIn) {
      const link = document.createElement("a");
      link.href = "/sign-in?to=" + encodeURIComponent(location.pathname + location.search + "#typed");
      link.textContent = "Sign in";
      box.append(" ", link, " and go on here.");
    }
    box.hidden = false;
  }
  // --- what was typed waits in this tab while somebody signs in again, and for nobody else ---
  const who = () => $("#page")?.dataset.who ?? "";
  const form = (el) => el.getAttribute("action") || el.getAttribute("hx-post") || "";
  const texts = (el) => el.name && el.name !== "_csrf" && !/^(hidden|password|file|submit|button)$/.test(el.type);
  function keepTyped() {
    const fields = $$("main form, aside form, #guards form").flatMap((f) => [...f.elements].filter(texts).map((el) =>
      [form(f), el.name, el.value, /^(checkbox|radio)$/.test(el.type) ? el.checked : null]));
    sessionStorage.setItem("typed", JSON.stringify({ who: who(), path: location.pathname, fields }));
  }
  function putTypedBack() {
    if (location.hash !== "#typed") return;
    history.replaceState(history.state, "", location.pathname + location.search);
    const kept = JSON.parse(sessionStorage.getItem("typed") ?? "null");
    sessionStorage.removeItem("typed");
    if (!kept || kept.who !== who() || kept.path !== location.pathname) return;
    for (const f of $$("main form, aside form, #guards form")) {
      for (const el of [...f.elements].filter(texts)) {
        const mine = kept.fields.filter(([action, name]) => action === form(f) && name === el.name);
        const tick = mine.find(([, , value, on]) => on !== null && value === el.value);
        if (tick) el.checked = tick[3];
        else if (mine.length && mine[0][3] === null) el.value = mine[0][2];
      }
    }
    tell("Signed in again.", "What you typed is here as it was; it was not sent yet.");
  }
  document.addEventListener("submit", (event) => {
    if (event.target.matches("[action='/sign-out']")) {
      Object.keys(localStorage).filter((key) => key.startsWith("draft:")).forEach((key) => localStorage.removeItem(key));
      sessionStorage.clear();
    } else if (event.target.matches("[hx-boost=false]")) keepTyped();
  }, true);

  // --- the band of warnings says when it hears nothing any more ---
  let heardAt = Date.now();
  function stale(signedOut) {
    const line = $("#guards .guard-stale");
    if (!line) return;
    line.textContent = "Since " + new Date(heardAt).toTimeString().slice(0, 5) +
      (signedOut ? " nobody is signed in here" : " the server does not answer") +
      ": warnings on this page may be old. Look at the machine before you touch it.";
    line.hidden = false;
  }
  function heard() {
    heardAt = Date.now();
    const line = $("#guards .guard-stale");
    if (line) line.hidden = true;
  }

  // Asked by the page or while typing, not sent by a person.
  const quiet = (event) => event.detail.elt.id === "guards" || event.detail.elt.matches?.("[data-search]");
  document.addEventListener("htmx:configRequest", (event) => {
    const token = cookie("XSRF-TOKEN");
    if (token) event.detail.headers["X-XSRF-TOKEN"] = decodeURIComponent(token);
  });
  document.addEventListener("htmx:beforeRequest", (event) => {
    if (!quiet(event)) document.body.classList.add("busy");
  });
  document.addEventListener("htmx:afterRequest", (event) => {
    if (event.detail.elt.id === "guards" && event.detail.successful) heard();
    if (quiet(event)) return;
    document.body.classList.remove("busy");
    if (event.detail.successful) banner().hidden = true;
  });
  document.addEventListener("htmx:timeout", (event) => event.detail.elt.id === "guards" && stale(false));
  document.addEventListener("htmx:sendError", (event) => quiet(event) ? event.detail.elt.id === "guards" && stale(false) :
    tell("Not sent.", "The server does not answer. What you typed is still here; send it again in a moment."));
  document.addEventListener("htmx:responseError", (event) => {
    const xhr = event.detail.xhr;
    if (event.detail.elt.id === "guards") stale(xhr.status === 401);
    if (quiet(event)) return;
    if (xhr.status === 401) {
      keepTyped();
      tell("Signed out.", "What you typed is still here.", true);
      return;
    }
    const page = new DOMParser().parseFromString(xhr.responseText, "text/html");
    const title = $("[data-trouble-title]", page)?.textContent ?? "Not saved.";
    const what = $("[data-trouble-what]", page)?.textContent ?? "The server could not do this.";
    tell(title + ".", what + " What you typed is still here.");
  });

  // --- what stands twice on a form, as a box and as what the words sound like, is ticked once ---
  function twins(box) {
    if (box.type !== "checkbox") return;
    $$("input[type=checkbox]", box.form ?? document).filter((other) => other.name === box.name && other.value === box.value)
      .forEach((other) => { other.checked = box.checked; });
  }
  document.addEventListener("change", (event) => event.target.form && event.target.name && twins(event.target));
  document.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target.id === "heard") $$("input", event.detail.target).forEach(twins);
  });

  // --- clocks ---
  const two = (n) => String(Math.floor(n)).padStart(2, "0");
  const skew = () => Number(document.body.dataset.now) - Number(document.body.dataset.seen);
  function tick() {
    const now = Date.now() + skew();
    $$("[data-ends]").forEach((el) => {
      const left = (Number(el.dataset.ends) - now) / 1000;
      const shown = Math.abs(left);
      el.textContent = (left < 0 ? "+" : "") + two(shown / 60) + ":" + two(shown % 60);
      if (left <= 0 && !el.dataset.over) {
        el.dataset.over = "1";
        el.closest("li")?.classList.add("danger");
      }
    });
    guardTick(now);
    $$("[data-since]").forEach((el) => {
      const gone = Number(el.dataset.before) + Math.max(0, (now - Number(el.dataset.since)) / 1000);
      el.textContent = Math.floor(gone / 3600) + ":" + two((gone / 60) % 60);
    });
  }
  // --- what nobody may touch: the seconds here, the phase from the server ---
  let lastHand = Date.now();
  for (const kind of ["pointerdown", "keydown"]) document.addEventListener(kind, () => {
    const away = Date.now() - lastHand >= 30 * 60_000;
    lastHand = Date.now();
    if (away) look();
  }, true);
  function look() {
    const box = $("#guards");
    // A page that nobody used for half an hour asks no more, so that its sign-in can end.
    if (box && !document.hidden && Date.now() - lastHand < 30 * 60_000) htmx.trigger(box, "look");
  }
  function guardTick(now) {
    $$("[data-elapsed]").forEach((el) => {
      const gone = Math.max(0, (now - Number(el.dataset.elapsed)) / 1000);
      el.textContent = two(gone / 60) + ":" + two(gone % 60);
    });
    $$("[data-worry]").forEach((el) => {
      for (const moment of ["longer", "worry"]) {
        if (now >= Number(el.dataset[moment]) && !el.dataset[moment + "Asked"]) {
          el.dataset[moment + "Asked"] = "1";
          look();
        }
      }
    });
  }
  setInterval(look, 20_000);
  document.addEventListener("visibilitychange", look);

  function seen() {
    const page = $("#page");
    if (page?.dataset.now) {
      document.body.dataset.now = page.dataset.now;
      document.body.dataset.seen = Date.now();
    }
    tick();
  }
  setInterval(tick, 1000);

  // --- drafts: kept here at once, on the server by htmx ---
  function draft() {
    const form = $("form[data-draft]");
    if (!form) return;
    const key = "draft:" + form.dataset.draft;
    const kept = localStorage.getItem(key);
    if (kept && form.dataset.fresh === "true") restore(form, JSON.parse(kept));
    form.addEventListener("input", () => {
      const fields = {};
      for (const [name, value] of new FormData(form)) {
        if (name !== "_csrf") (fields[name] ??= []).push(value);
      }
      localStorage.setItem(key, JSON.stringify(fields));
    });
    form.addEventListener("submit", () => sessionStorage.setItem("sent", key));
  }
  function restore(form, fields) {
    for (const el of form.elements) {
      const values = fields[el.name];
      if (!el.name || el.type === "hidden") continue;
      if (el.type === "checkbox" || el.type === "radio") el.checked = !!values?.includes(el.value);
      else if (values) el.value = values[0];
    }
  }
  function draftDone() {
    const key = sessionStorage.getItem("sent");
    if (key && $("[data-received]")) {
      localStorage.removeItem(key);
      sessionStorage.removeItem("sent");
    }
  }

  // --- a check has one answer ---
  document.addEventListener("change", (event) => {
    const said = event.target;
    if (said.name !== "said" || !said.checked) return;
    const check = (el) => el.value.split("=")[0];
    for (const other of said.form.elements) {
      if (other.name === "said" && other !== said && check(other) === check(said)) other.checked = false;
    }
  });

  // --- a tap on a drawing is a spot, in thousandths of its sides ---
  document.addEventListener("click", (event) => {
    const drawing = event.target.closest("[data-spot]");
    const form = drawing && document.getElementById(drawing.dataset.spot);
    if (!form) return;
    const box = drawing.getBoundingClientRect();
    form.elements.x.value = Math.round(((event.clientX - box.left) / box.width) * 1000);
    form.elements.y.value = Math.round(((event.clientY - box.top) / box.height) * 1000);
    form.requestSubmit();
  });

  // --- an image of a disc stays here: only the pieces that are asked for go to the server ---
  const PIECE = 4 << 20;
  const csrf = () => ({ "X-XSRF-TOKEN": decodeURIComponent(cookie("XSRF-TOKEN") ?? "") });
  async function inspect(file, say) {
    const pieces = new Map();
    for (let round = 0; round < 60; round++) {
      const body = new FormData();
      const offsets = [...pieces.keys()].sort((a, b) => a - b);
      body.append("size", file.size);
      body.append("ranges", offsets.map((at) => at + ":" + pieces.get(at).size).join(" "));
      body.append("pieces", new Blob(offsets.map((at) => pieces.get(at))), "pieces");
      const answer = await fetch("/shelf/images/inspect", { method: "POST", headers: csrf(), body });
      if (!answer.ok) throw new Error("The server could not read it; try again in a moment.");
      const came = await answer.json();
      if (came.fault) throw new Error(came.fault);
      if (!came.wants.length) return came;
      for (const { offset, length } of came.wants) pieces.set(offset, file.slice(offset, offset + length));
      say(`Reading its tables, ${pieces.size} pieces`);
    }
    throw new Error("Its tables have no end.");
  }
  async function digest(file, say, current) {
    const sum = sha256.create();
    for (let at = 0; at < file.size; at += PIECE) {
      sum.update(await file.slice(at, at + PIECE).arrayBuffer());
      if (!current()) return "";
      say(`SHA-256, ${Math.floor((100 * Math.min(file.size, at + PIECE)) / file.size)} %`);
    }
    return sum.hex();
  }
  function filling(form) {
    const out = $("[data-iso-said]", form);
    out.classList.remove("danger");
    return {
      say: (text) => { out.textContent = text; },
      wrong: (text) => { out.classList.add("danger"); out.textContent = text; },
      fill: (name, value) => {
        const el = form.elements[name];
        if (!el) return;
        if (el.type === "checkbox") el.checked = value === "on";
        else if (value) el.value = value;
      },
    };
  }
  document.addEventListener("change", async (event) => {
    const input = event.target.closest?.("[data-iso]");
    const file = input?.files[0];
    if (!file) return;
    const { say, wrong, fill } = filling(input.form);
    const current = () => input.isConnected && input.files[0] === file;
    try {
      say("Reading its tables");
      const came = await inspect(file, say);
      if (!current()) return;
      for (const [name, value] of Object.entries(came.fields)) fill(name, value);
      fill("file", file.name);
      const sum = await digest(file, (text) => say(came.words + " " + text), current);
      if (!current()) return;
      fill("sha256", sum);
      say(came.words + " SHA-256 taken.");
    } catch (failed) {
      wrong(failed.message);
    }
  });
  // one that lies on the server is read and summed there
  document.addEventListener("change", async (event) => {
    const input = event.target.closest?.("[data-server-image]");
    if (!input?.value) return;
    const name = input.value;
    const { say, wrong, fill } = filling(input.form);
    const current = () => input.isConnected && input.value === name;
    try {
      const form = new FormData();
      form.append("name", name);
      const answer = await fetch("/shelf/images/on-server", { method: "POST", body: form, headers: csrf() });
      const came = answer.ok ? await answer.json() : { fault: "The server could not read it; try again in a moment." };
      if (!current()) return;
      if (came.fault) throw new Error(came.fault);
      for (const [field, value] of Object.entries(came.fields)) fill(field, value);
      fill("file", name);
      say(came.words);
      const stream = new EventSource("/shelf/images/on-server/sum?name=" + encodeURIComponent(name));
      stream.onerror = () => { stream.close(); if (current()) wrong("The sum was not taken; choose it again."); };
      stream.onmessage = (sent) => {
        const { percent, sum, over } = JSON.parse(sent.data);
        if (!current() || over) stream.close();
        if (!current()) return;
        if (over && !sum) return wrong("It could not be read to its end.");
        if (over) fill("sha256", sum);
        say(came.words + (over ? " SHA-256 taken." : ` SHA-256, ${percent} %`));
      };
    } catch (failed) {
      wrong(failed.message);
    }
  });
  // a list of sums: of a long one, the lines that name the file
  document.addEventListener("change", async (event) => {
    const input = event.target.closest?.("[data-sums]");
    const file = input?.files[0];
    if (!file) return;
    const { wrong } = filling(input.form);
    if (file.size > 8e6) return wrong("A list of sums is smaller than 8 MB; nothing was taken.");
    const text = await file.text();
    const named = input.form.elements.file.value;
    const short = text.length < 20000 ? text : text.split("\n").filter((line) => named && line.includes(named)).join("\n");
    if (!short) return wrong("The list does not name the file. Choose the image first.");
    input.form.elements.sums.value = short;
  });

  // --- what a device of a practice machine hands out, put into the form that reads it ---
  document.addEventListener("click", async (event) => {
    const button = event.target.closest?.("[data-handout]");
    if (!button) return;
    const said = button.nextElementSibling;
    const target = button.form.elements[button.dataset.into];
    button.disabled = true;
    try {
      const answer = await fetch(button.dataset.handout, { method: "POST", headers: csrf() });
      if (!answer.ok) {
        const page = new DOMParser().parseFromString(await answer.text(), "text/html");
        throw new Error($("[data-trouble-what]", page)?.textContent ?? "The practice machine did not answer; try again in a moment.");
      }
      const name = answer.headers.get("Content-Disposition")?.match(/filename="([^"]+)"/)?.[1] ?? "reading";
      const file = new File([await answer.blob()], name);
      if (target.type === "file") {
        const held = new DataTransfer();
        held.items.add(file);
        target.files = held.files;
      } else target.value = await file.text();
      said.textContent = `${name}, ${file.size} bytes. Send it to have it read.`;
    } catch (failed) {
      said.textContent = failed.message;
    } finally {
      button.disabled = false;
    }
  });

  // --- work that runs on the server, as it goes ---
  const streams = new Map();
  function follow() {
    for (const [el, stream] of streams) if (!el.isConnected) { stream.close(); streams.delete(el); }
    $$("[data-events]").forEach((el) => {
      if (streams.has(el)) return;
      const stream = new EventSource(el.dataset.events);
      streams.set(el, stream);
      stream.onmessage = (event) => {
        const came = JSON.parse(event.data);
        $("progress", el).value = came.percent;
        $("[data-said]", el).textContent = came.over ? came.words : `${came.words}, ${came.percent} %`;
        if (!came.over) return;
        stream.close();
        if (el.isConnected) htmx.ajax("GET", location.pathname, { target: "#page", select: "#page", swap: "outerHTML show:none" });
      };
    });
  }

  // --- picking a hit fills the form ---
  document.addEventListener("click", (event) => {
    const hit = event.target.closest("[data-fill]");
    if (!hit) return;
    const form = hit.closest("form");
    for (const [name, value] of Object.entries(JSON.parse(hit.dataset.fill))) {
      const el = form.elements[name];
      if (el) el.value = value;
    }
    hit.closest(".hits").replaceChildren();
    form.dispatchEvent(new Event("input", { bubbles: true }));
  });

  // --- keys ---
  const typing = (el) => el && (el.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(el.tagName) && !/^(checkbox|radio)$/.test(el.type));
  let going = false;
  function press(key) {
    const target = $$(`[data-key="${CSS.escape(key)}"]`).find((el) => el.offsetParent !== null || el.closest("svg"));
    if (!target) return false;
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) target.focus();
    else target.click();
    return true;
  }
  document.addEventListener("keydown", (event) => {
    if (event.key === "k" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      jump();
      return;
    }
    if (event.key === "Escape" && typing(event.target)) event.target.blur();
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || $("dialog[open]")) return;
    if (going) {
      going = false;
      const place = $(`[data-go="${CSS.escape(event.key)}"]`);
      if (place) { event.preventDefault(); place.click(); }
      return;
    }
    if (event.key === "g") { going = true; setTimeout(() => (going = false), 1500); return; }
    if (event.key === "?") { $("dialog.keys")?.showModal(); return; }
    if (event.key === "/") { event.preventDefault(); jump(); return; }
    if (press(event.key)) event.preventDefault();
  });
  // --- the box over any page ---
  const box = () => $("dialog.box");
  function jump() {
    if (!box()) { location.href = "/find"; return; }
    if (!box().open) box().showModal();
    const input = $("[data-search]", box());
    input.focus();
    input.select();
    htmx.trigger(input, "open");
  }
  document.addEventListener("keydown", (event) => {
    const open = event.target.closest?.("dialog.box");
    if (!open) return;
    if (event.key === "Escape") { event.preventDefault(); open.close(); return; } // not first the words, then the box
    if (!/^(ArrowDown|ArrowUp|Enter)$/.test(event.key)) return;
    const hits = $$("a", $("#box-found", open));
    const at = hits.indexOf(document.activeElement);
    if (event.key === "Enter") {
      if (at < 0 && hits.length && !open.classList.contains("asking")) { event.preventDefault(); hits[0].click(); }
      return;
    }
    event.preventDefault();
    const to = at + (event.key === "ArrowDown" ? 1 : -1);
    (to < 0 ? $("[data-search]", open) : hits[Math.min(to, hits.length - 1)])?.focus();
  });
  // Enter before the answer came goes to the page, which has it.
  document.addEventListener("input", (event) => event.target.closest("dialog.box")?.classList.add("asking"));
  document.addEventListener("htmx:afterSettle", (event) => {
    if (event.detail.target?.id === "box-found") box()?.classList.remove("asking");
  });
  document.addEventListener("click", (event) => {
    if (event.target.closest("[data-box]") && box()) { event.preventDefault(); event.stopPropagation(); jump(); }
    if (event.target === box()) box().close();
  }, true);
  document.addEventListener("click", (event) => {
    if (event.target.closest("[data-close]")) event.target.closest("dialog")?.close();
    if (event.target.closest("[data-keys]")) $("dialog.keys")?.showModal();
    if (event.target.closest("[data-print]")) window.print();
  });

  function arrive() {
    const line = $("#log-line");
    if (line && line === document.activeElement && !line.value) line.blur(); // the keys work again
    seen();
    draft();
    draftDone();
    putTypedBack();
    follow();
    $$(".bootline").forEach((line) => {
      const view = line.parentElement;
      view.scrollLeft = (Number(line.dataset.from) / 906) * view.scrollWidth;
    });
  }
  document.addEventListener("htmx:load", (event) => { if (event.detail.elt.id === "page") arrive(); });
  if (document.readyState === "loading") document.addEventListener("DOMContentLoaded", arrive);
  else arrive();
})();
