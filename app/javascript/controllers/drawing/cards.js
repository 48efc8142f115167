import { Controller } from RAILS_ASSET_URL("/stimulus.js")
import { svg } from RAILS_ASSET_URL("/drawing.js")
import { cardKeys } from RAILS_ASSET_URL("/controllers/drawing/card_keys.js")

const STILL = 3 // px a press may wander before it is a drag
const TRACE = 60 // ms between two questions of how lines would run
const MANY = 40 // cards in hand of which that is not asked

// Choosing, moving and relating cards with the pointer; the keys for the same are in card_keys.js.
export default class Cards extends Controller {
  static values = { moveUrl: String, traceUrl: String, elementsUrl: String, placementUrl: String, editable: Boolean }

  get canvas() {
    return this.application.getControllerForElementAndIdentifier(this.element, "canvas")
  }

  get selection() {
    return this.application.getControllerForElementAndIdentifier(document.body, "selection")
  }

  press(event) {
    if (event.button !== 0 && event.button !== 1) return
    const card = event.target.closest(".card, .note")
    const line = event.target.closest(".line")
    const drawing = event.currentTarget
    drawing.focus({ preventScroll: true })
    const relates =
      card?.matches(".card") && this.editableValue && (event.target.closest("[data-handle]") || event.altKey)
    this.held = {
      card,
      line,
      drawing,
      relates,
      sizes: event.target.closest("[data-corner]"),
      band: !card && !line && event.shiftKey,
      add: event.shiftKey,
      from: [event.clientX, event.clientY],
      last: [event.clientX, event.clientY],
      moved: false
    }
  }

  drag(event) {
    if (!this.held) return
    const held = this.held
    held.moved ||= Math.hypot(event.clientX - held.from[0], event.clientY - held.from[1]) > STILL
    if (!held.moved) return
    held.drawing.setPointerCapture(event.pointerId) // not before: a double click would lose its card
    held.now = [event.clientX, event.clientY]
    this.waiting ||= requestAnimationFrame(() => {
      this.waiting = null
      this.follow(held)
    })
  }

  follow(held) {
    if (this.held !== held) return
    if (held.relates) return this.rubber(held)
    if (held.band) return this.band(held)
    if (held.sizes) return this.size(held)
    if (held.card) return this.move(held)
    this.canvas.pan(held.now[0] - held.last[0], held.now[1] - held.last[1])
    held.last = held.now
  }

  // -- moving --

  // The cards that move together: all that are selected, or the one under the pointer.
  taken(held) {
    const chosen = this.selection.ids
    const cards = chosen.includes(held.card.dataset.id)
      ? chosen.map((id) => this.part(id)).filter((part) => part?.matches(".card, .note"))
      : [held.card]
    return this.carried(cards).map((card) => ({ card, box: this.box(card) }))
  }

  // A frame carries the cards and notes that lie wholly in it.
  carried(cards) {
    const frames = cards.filter((card) => card.matches(".note-frame")).map((card) => this.box(card))
    if (!frames.length) return cards
    const inside = [...document.querySelectorAll("#world .card, #world .note")].filter((card) => {
      const [x, y, width, height] = this.box(card)
      return frames.some(
        ([left, top, across, down]) =>
          x >= left && y >= top && x + width <= left + across && y + height <= top + down
      )
    })
    return [...new Set([...cards, ...inside])]
  }

  box(part) {
    return part.dataset.box.split(" ").map(Number)
  }

  part(id) {
    return (
      document.getElementById(`card-${id}`) ||
      document.getElementById(`note-${id}`) ||
      document.getElementById(`line-${id}`)
    )
  }

  move(held) {
    const zoom = this.canvas.view.zoom
    held.taken ||= this.taken(held)
    held.ids ||= new Set(held.taken.map(({ card }) => card.dataset.id))
    held.lines ||= [...document.querySelectorAll("#lines .line")].filter(
      (line) => held.ids.has(line.dataset.from) || held.ids.has(line.dataset.to)
    )
    held.shift = [(held.now[0] - held.from[0]) / zoom, (held.now[1] - held.from[1]) / zoom]
    held.taken.forEach(({ card, box }) =>
      card.setAttribute("transform", `translate(${box[0] + held.shift[0]} ${box[1] + held.shift[1]})`)
    )
    held.lines.forEach((line) => this.stretch(line, held))
    this.trace(held)
  }

  // Until the server says how lines run, they follow in one bend.
  stretch(line, held) {
    line.classList.add("moving")
    const points = line.dataset.points.split(" ").map(Number)
    const shifted = (pair, id) => pair.map((value, axis) => value + (held.ids.has(id) ? held.shift[axis] : 0))
    const start = shifted(points.slice(0, 2), line.dataset.from)
    const end = shifted(points.slice(-2), line.dataset.to)
    const upright = Math.abs(points[0] - points[2]) < 1
    const middle = upright ? (start[1] + end[1]) / 2 : (start[0] + end[0]) / 2
    this.path(line, upright ? `M${start}V${middle}H${end[0]}V${end[1]}` : `M${start}H${middle}V${end[1]}H${end[0]}`)
  }

  path(line, d) {
    const [whole, ...pieces] = line.querySelectorAll(".line-path")
    pieces.forEach((piece) => piece.remove())
    ;[whole, line.querySelector(".line-touch")].forEach((each) => each.setAttribute("d", d))
  }

  // Asks how the lines would run, one question at a time, and shows the answer while cards are held.
  async trace(held) {
    if (held.taken.length > MANY || this.held !== held) return
    if (this.asking) return void (held.again = true)
    this.asking = true
    held.again = false
    const body = new URLSearchParams(this.places(held))
    const token = JSON.parse(document.body.getAttribute("hx-headers"))["X-CSRF-Token"]
    const answer = await fetch(this.traceUrlValue, {
      method: "POST",
      body,
      headers: { "X-CSRF-Token": token, Accept: "application/json" }
    })
      .then((reply) => reply.ok && reply.json())
      .catch(() => null)
    setTimeout(() => {
      this.asking = false
      if (held.again) this.trace(held)
    }, TRACE)
    if (!answer || this.held !== held) return
    Object.entries(answer).forEach(([id, { path, marks }]) => {
      const line = document.getElementById(`line-${id}`)
      if (!line) return
      line.classList.remove("moving")
      this.path(line, path)
      line.querySelector(".line-marks").replaceChildren(...svg(marks))
    })
  }

  places(held) {
    return Object.fromEntries(
      held.taken.map(({ card, box }) => [
        `places[${card.dataset.node}]`,
        `${(box[0] + held.shift[0]).toFixed(1)},${(box[1] + held.shift[1]).toFixed(1)}`
      ])
    )
  }

  put(held) {
    held.now ||= held.from
    this.move(held)
    held.lines.forEach((line) => line.classList.remove("moving"))
    kelvath.send("post", this.moveUrlValue, this.places(held))
    if (!this.selection.ids.includes(held.card.dataset.id)) this.choose(held.card)
  }

  // A note's corner changes its size.
  size(held) {
    const zoom = this.canvas.view.zoom
    const box = held.card.dataset.box.split(" ").map(Number)
    held.wanted = [
      Math.max(60, box[2] + (held.now[0] - held.from[0]) / zoom),
      Math.max(30, box[3] + (held.now[1] - held.from[1]) / zoom)
    ].map(Math.round)
    const shape = held.card.firstElementChild
    if (shape.tagName === "rect") {
      shape.setAttribute("width", held.wanted[0])
      shape.setAttribute("height", held.wanted[1])
    }
  }

  async keepSize(held) {
    const url = `${this.elementsUrlValue}/${held.card.dataset.id}`
    await kelvath.send("patch", url, { field: "width", value: held.wanted[0] })
    kelvath.send("patch", url, { field: "height", value: held.wanted[1] })
  }

  // -- choosing --

  band(held) {
    const [one, two] = [held.from, held.now].map((point) => this.canvas.toDrawing(...point))
    held.area = [Math.min(one.x, two.x), Math.min(one.y, two.y), Math.max(one.x, two.x), Math.max(one.y, two.y)]
    held.rubber ||= this.canvas.worldTarget.appendChild(document.createElementNS("http://www.w3.org/2000/svg", "path"))
    held.rubber.setAttribute("class", "rubber rubber-band")
    held.rubber.setAttribute("d", `M${held.area[0]} ${held.area[1]}H${held.area[2]}V${held.area[3]}H${held.area[0]}Z`)
  }

  within([left, top, right, bottom]) {
    return [...document.querySelectorAll("#cards .card, #notes .note")]
      .filter((card) => {
        const [x, y, width, height] = card.dataset.box.split(" ").map(Number)
        return x < right && x + width > left && y < bottom && y + height > top
      })
      .map((card) => card.dataset.id)
  }

  rubber(held) {
    const from = this.canvas.toDrawing(...held.from)
    const to = this.canvas.toDrawing(...held.now)
    held.rubber ||= this.canvas.worldTarget.appendChild(document.createElementNS("http://www.w3.org/2000/svg", "path"))
    held.rubber.setAttribute("class", "rubber")
    held.rubber.setAttribute("d", `M${from.x} ${from.y}L${to.x} ${to.y}`)
    const over = this.cardAt(...held.now)
    document.querySelectorAll(".card.target").forEach((card) => card.classList.remove("target"))
    over?.classList.add("target")
  }

  cardAt(x, y) {
    return document
      .elementsFromPoint(x, y)
      .map((element) => element.closest(".card"))
      .find(Boolean)
  }

  release(event) {
    const held = this.held
    this.held = null
    if (!held) return
    held.rubber?.remove()
    document.querySelectorAll(".card.target").forEach((card) => card.classList.remove("target"))
    if (!held.moved) return this.choose(held.card || held.line, held.add)
    if (held.relates)
      return this.dispatch("relate", {
        target: window,
        detail: {
          from: held.card.dataset.id,
          to: this.cardAt(event.clientX, event.clientY)?.dataset.id,
          at: [event.clientX, event.clientY],
          shift: event.shiftKey,
          control: event.ctrlKey || event.metaKey
        }
      })
    if (held.band)
      return this.selection.choose({
        detail: { ids: [...new Set([...this.selection.ids, ...this.within(held.area)])] }
      })
    if (held.sizes) return held.wanted && this.keepSize(held)
    if (held.card) this.put(held)
  }

  cancel() {
    const held = this.held
    this.held = null
    held?.rubber?.remove()
    held?.taken?.forEach(({ card, box }) => card.setAttribute("transform", `translate(${box[0]} ${box[1]})`))
    held?.lines?.forEach((line) => {
      line.classList.remove("moving")
      this.path(line, kelvath.straight(line.dataset.points))
    })
  }

  choose(element, add = false) {
    document.body.dispatchEvent(
      new CustomEvent("selection:choose", { bubbles: true, detail: { id: element?.dataset.id || "", add } })
    )
  }

  // Double click opens a card, or a note's text.
  open(event) {
    const card = event.target.closest(".card, .note, .line")
    if (card) this.dispatch("open", { target: window, detail: { id: card.dataset.id } })
  }

  get selected() {
    return document.querySelector("#world .selected")
  }

  // -- things dragged in from elsewhere on the page --

  hover(event) {
    if ([...event.dataTransfer.types].includes("application/x-kelvath")) event.preventDefault()
  }

  drop(event) {
    const thing = JSON.parse(event.dataTransfer.getData("application/x-kelvath") || "null")
    if (!thing) return
    event.preventDefault()
    const card = this.cardAt(event.clientX, event.clientY)
    const { x, y } = this.canvas.toDrawing(event.clientX, event.clientY)
    if (thing.domain && card)
      return kelvath.send("post", this.elementsUrlValue, {
        kind: "attribute",
        parent_id: card.dataset.id,
        name: thing.domain
      })
    if (thing.id)
      return kelvath.send("post", this.placementUrlValue, { chosen: thing.id, x: Math.round(x), y: Math.round(y) })
    if (thing.shape === "entity")
      return this.dispatch("type", { target: window, detail: { at: [event.clientX, event.clientY] } })
    if (thing.shape)
      kelvath.send("post", this.elementsUrlValue, {
        kind: "diagram_note",
        shape: thing.shape,
        text: thing.text || "",
        x: Math.round(x),
        y: Math.round(y)
      })
  }
}

Object.assign(Cards.prototype, cardKeys)
