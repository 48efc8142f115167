import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const STILL = 3 // px a press may wander before it is a drag

// Choosing, moving and relating cards with the pointer, and the keys for the same.
export default class extends Controller {
  static values = { moveUrl: String, elementsUrl: String, editable: Boolean }

  get canvas() {
    return this.application.getControllerForElementAndIdentifier(this.element, "canvas")
  }

  press(event) {
    if (event.button !== 0 && event.button !== 1) return
    const card = event.target.closest(".card")
    const line = event.target.closest(".line")
    const drawing = event.currentTarget
    drawing.focus({ preventScroll: true })
    drawing.setPointerCapture(event.pointerId)
    const relates = card && this.editableValue && (event.target.closest("[data-handle]") || event.altKey)
    this.held = { card, line, drawing, relates, from: [event.clientX, event.clientY], last: [event.clientX, event.clientY], moved: false }
  }

  drag(event) {
    if (!this.held) return
    const held = this.held
    held.moved ||= Math.hypot(event.clientX - held.from[0], event.clientY - held.from[1]) > STILL
    if (!held.moved) return
    held.now = [event.clientX, event.clientY]
    this.waiting ||= requestAnimationFrame(() => { this.waiting = null; this.follow(held) })
  }

  follow(held) {
    if (this.held !== held) return
    if (held.relates) return this.rubber(held)
    if (held.card) return this.move(held)
    this.canvas.pan(held.now[0] - held.last[0], held.now[1] - held.last[1])
    held.last = held.now
  }

  move(held) {
    const zoom = this.canvas.view.zoom
    held.box ||= held.card.dataset.box.split(" ").map(Number)
    held.lines ||= [...document.querySelectorAll(`.line[data-from="${held.card.dataset.id}"], .line[data-to="${held.card.dataset.id}"]`)]
    held.place = [held.box[0] + (held.now[0] - held.from[0]) / zoom, held.box[1] + (held.now[1] - held.from[1]) / zoom]
    held.card.setAttribute("transform", `translate(${held.place[0]} ${held.place[1]})`)
    held.lines.forEach((line) => this.stretch(line, held))
  }

  // While a card moves its lines follow in one bend; the server routes them when it is put down.
  stretch(line, held) {
    line.classList.add("moving")
    const points = line.dataset.points.split(" ").map(Number)
    const shift = [held.place[0] - held.box[0], held.place[1] - held.box[1]]
    const start = points.slice(0, 2).map((value, axis) => value + (line.dataset.from === held.card.dataset.id ? shift[axis] : 0))
    const end = points.slice(-2).map((value, axis) => value + (line.dataset.to === held.card.dataset.id ? shift[axis] : 0))
    const upright = Math.abs(points[0] - points[2]) < 1
    const middle = upright ? (start[1] + end[1]) / 2 : (start[0] + end[0]) / 2
    const path = upright ? `M${start}V${middle}H${end[0]}V${end[1]}` : `M${start}H${middle}V${end[1]}H${end[0]}`
    line.querySelectorAll(".line-path, .line-touch").forEach((each) => each.setAttribute("d", path))
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
    return document.elementsFromPoint(x, y).map((element) => element.closest(".card")).find(Boolean)
  }

  release(event) {
    const held = this.held
    this.held = null
    if (!held) return
    held.rubber?.remove()
    document.querySelectorAll(".card.target").forEach((card) => card.classList.remove("target"))
    if (!held.moved) return this.choose(held.card || held.line)
    if (held.relates) return this.relate(held.card, this.cardAt(event.clientX, event.clientY))
    if (held.card) this.put(held)
  }

  cancel() {
    const held = this.held
    this.held = null
    held?.rubber?.remove()
    if (held?.box) held.card.setAttribute("transform", `translate(${held.box[0]} ${held.box[1]})`)
  }

  put(held) {
    held.now ||= held.from
    this.move(held)
    const places = { [`places[${held.card.dataset.node}]`]: `${held.place[0].toFixed(1)},${held.place[1].toFixed(1)}` }
    held.lines.forEach((line) => line.classList.remove("moving"))
    kelvath.send("post", this.moveUrlValue, places)
    this.choose(held.card)
  }

  relate(from, to) {
    if (!to) return
    kelvath.send("post", this.elementsUrlValue, { kind: "relationship", from_id: from.dataset.id, to_id: to.dataset.id })
  }

  choose(element) {
    const id = element?.dataset.id || ""
    document.body.dispatchEvent(new CustomEvent("selection:choose", { bubbles: true, detail: { id } }))
  }

  get selected() {
    return document.querySelector("#world .selected")
  }

  keys(event) {
    if (event.key === "Escape") return this.held ? this.cancel() : this.choose(null)
    if (event.key === "Tab" && !event.ctrlKey) return this.step(event)
    if (event.altKey && event.key.toLowerCase() === "r") return this.startRelation(event)
    if (event.key === "Enter" && this.relationFrom) return this.endRelation(event)
    if (event.key === "Delete" && this.selected && this.editableValue) kelvath.send("delete", `${this.elementsUrlValue}/${encodeURIComponent(this.selected.dataset.id)}`)
  }

  // Tab goes from card to card; past the last one it leaves the drawing as anywhere else.
  step(event) {
    const cards = [...document.querySelectorAll("#cards .card")]
    const at = cards.indexOf(document.querySelector("#cards .card.selected"))
    const next = cards[at + (event.shiftKey ? -1 : 1)]
    if (!next) return
    event.preventDefault()
    this.choose(next)
    window.dispatchEvent(new CustomEvent("selection:reveal", { detail: { id: next.dataset.id } }))
  }

  startRelation(event) {
    event.preventDefault()
    this.relationFrom = this.selected?.closest(".card")
    this.relationFrom?.classList.add("target")
  }

  endRelation(event) {
    event.preventDefault()
    const to = this.selected?.closest(".card")
    document.querySelectorAll(".card.target").forEach((card) => card.classList.remove("target"))
    if (to) this.relate(this.relationFrom, to)
    this.relationFrom = null
  }
}
