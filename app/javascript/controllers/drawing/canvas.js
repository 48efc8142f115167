import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const LEAST = 0.08
const MOST = 4
const MARGIN = 40
const READABLE = 0.92 // cards are written in 12 px; at 11 px they can still be read
const SPARE = 6000 // px of the drawing beyond each edge of its frame, as .drawing-wide says
const STEP = 0.2 // of the frame: so far it is panned before what stands around is told anew
const PALETTE = 84 // px that the palette takes at the left

// Pan and zoom of the drawing, and its overview map.
export default class extends Controller {
  static targets = ["drawing", "world", "scale", "overview", "frame"]

  connect() {
    this.view = { x: 0, y: 0, zoom: 1 }
    this.reveal = (event) => this.center(event.detail.id)
    this.chosen = (event) => this.bring(event.detail.id)
    window.addEventListener("selection:reveal", this.reveal)
    window.addEventListener("selection:made", this.chosen)
    this.resized = new ResizeObserver(() => {
      this.painted = null
      this.draw()
    })
    this.resized.observe(this.frameTarget)
    this.changed = new MutationObserver(() => (this.mapped = false))
    this.changed.observe(this.worldTarget, { childList: true, subtree: true })
    this.begin()
  }

  disconnect() {
    window.removeEventListener("selection:reveal", this.reveal)
    window.removeEventListener("selection:made", this.chosen)
    this.resized.disconnect()
    this.changed.disconnect()
  }

  // A small drawing is fitted whole; a large one opens readable, at its upper left.
  begin() {
    if (!this.cards().length) return this.draw()
    this.fit()
    if (this.view.zoom < READABLE) this.set(this.corner(), true)
  }

  // A view that begins at the card nearest to the upper left, and at what stands a little left below it.
  corner() {
    const boxes = this.cards().map((card) => card.dataset.box.split(" ").map(Number))
    const [x, y] = boxes.reduce((best, box) => (box[0] + box[1] < best[0] + best[1] ? box : best))
    const { clientWidth, clientHeight } = this.frameTarget
    const beside = boxes.filter(
      (box) => box[1] < y + clientHeight / READABLE && box[0] > x - clientWidth / READABLE / 3
    )
    return {
      x: PALETTE - Math.min(...beside.map((box) => box[0])) * READABLE,
      y: MARGIN - y * READABLE,
      zoom: READABLE
    }
  }

  cards() {
    return [...this.worldTarget.querySelectorAll(".card")]
  }

  // What cards take up: [x, y, width, height]; all of them with the notes, unless some are named.
  extent(cards = [...this.cards(), ...this.worldTarget.querySelectorAll(".note, .panel")]) {
    const boxes = cards.map((card) => card.dataset.box.split(" ").map(Number))
    if (!boxes.length) return [0, 0, 800, 500]
    const left = Math.min(...boxes.map((box) => box[0]))
    const top = Math.min(...boxes.map((box) => box[1]))
    return [
      left,
      top,
      Math.max(...boxes.map((box) => box[0] + box[2])) - left,
      Math.max(...boxes.map((box) => box[1] + box[3])) - top
    ]
  }

  fit() {
    this.show(this.extent())
  }

  // The selected cards, as large as they can be.
  fitSelection() {
    const chosen = [...this.worldTarget.querySelectorAll(".card.selected, .note.selected")]
    if (chosen.length) this.show(this.extent(chosen))
  }

  show([x, y, width, height]) {
    const frame = this.frameTarget.getBoundingClientRect()
    const zoom = Math.min(
      1,
      Math.max(LEAST, Math.min((frame.width - PALETTE - MARGIN) / width, (frame.height - 2 * MARGIN) / height))
    )
    this.set(
      {
        x: (frame.width + PALETTE - MARGIN - width * zoom) / 2 - x * zoom,
        y: (frame.height - height * zoom) / 2 - y * zoom,
        zoom
      },
      true
    )
  }

  // After laying out: all that was laid out is in sight, and keys work on the drawing.
  laid(event) {
    const { successful, requestConfig } = event.detail
    if (!successful || !requestConfig.path.endsWith("/layout")) return
    setTimeout(() => {
      this.worldTarget.querySelectorAll(".card.selected").length > 1 ? this.fitSelection() : this.fit()
      this.drawingTarget.focus({ preventScroll: true })
    }, 80)
  }

  actual() {
    this.zoomTo(1)
  }

  zoomIn() {
    this.zoomTo(this.view.zoom * 1.25)
  }

  zoomOut() {
    this.zoomTo(this.view.zoom / 1.25)
  }

  // Zooms about a point of the frame; about its middle if none is given.
  zoomTo(wanted, point) {
    const frame = this.frameTarget.getBoundingClientRect()
    const { x, y } = point || { x: frame.width / 2, y: frame.height / 2 }
    const zoom = Math.min(MOST, Math.max(LEAST, wanted))
    const ratio = zoom / this.view.zoom
    this.set({ x: x - (x - this.view.x) * ratio, y: y - (y - this.view.y) * ratio, zoom })
  }

  wheel(event) {
    event.preventDefault()
    if (event.ctrlKey || event.metaKey) {
      const frame = this.frameTarget.getBoundingClientRect()
      return this.zoomTo(this.view.zoom * Math.exp(-event.deltaY * 0.0022), {
        x: event.clientX - frame.left,
        y: event.clientY - frame.top
      })
    }
    const sideways = event.shiftKey && !event.deltaX
    this.pan(-(sideways ? event.deltaY : event.deltaX), sideways ? 0 : -event.deltaY)
  }

  keys(event) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    const steps = { ArrowLeft: [60, 0], ArrowRight: [-60, 0], ArrowUp: [0, 60], ArrowDown: [0, -60] }
    const acts = {
      "+": () => this.zoomIn(),
      "=": () => this.zoomIn(),
      "-": () => this.zoomOut(),
      0: () => this.fit(),
      1: () => this.actual(),
      2: () => this.fitSelection()
    }
    if (steps[event.key]) this.pan(...steps[event.key])
    else if (acts[event.key]) acts[event.key]()
    else return
    event.preventDefault()
  }

  pan(x, y) {
    this.set({ ...this.view, x: this.view.x + x, y: this.view.y + y })
  }

  // A point of the window in drawing units.
  toDrawing(clientX, clientY) {
    const frame = this.frameTarget.getBoundingClientRect()
    return {
      x: (clientX - frame.left - this.view.x) / this.view.zoom,
      y: (clientY - frame.top - this.view.y) / this.view.zoom
    }
  }

  center(id) {
    const card = document.getElementById(`card-${id}`)
    if (!card) return
    const [x, y, width, height] = card.dataset.box.split(" ").map(Number)
    const frame = this.frameTarget.getBoundingClientRect()
    const zoom = Math.max(this.view.zoom, 0.6)
    this.set({ x: frame.width / 2 - (x + width / 2) * zoom, y: frame.height / 2 - (y + height / 2) * zoom, zoom })
  }

  // Centres on something new only if it cannot be seen.
  bring(id) {
    const part = document.getElementById(`card-${id}`) || document.getElementById(`line-${id}`)
    if (!part) return
    const box = part.getBoundingClientRect()
    const frame = this.frameTarget.getBoundingClientRect()
    const seen =
      box.left < frame.right - 20 &&
      box.right > frame.left + 20 &&
      box.top < frame.bottom - 20 &&
      box.bottom > frame.top + 20
    if (!seen)
      this.pan(
        (frame.left + frame.right - box.left - box.right) / 2,
        (frame.top + frame.bottom - box.top - box.bottom) / 2
      )
  }

  set(view, now = false) {
    this.view = view
    if (now) return this.draw()
    this.waiting ||= requestAnimationFrame(() => {
      this.waiting = null
      this.draw()
    })
  }

  // The drawing is far larger than its frame, so that a pan only moves it, and the browser paints what comes near, as
  // it does for a long page. It is laid anew when a pan leaves it or the zoom changes.
  draw() {
    const { x, y, zoom } = this.view
    const [dx, dy] = this.painted ? [x - this.painted.x, y - this.painted.y] : [Infinity, Infinity]
    const near = this.painted?.zoom === zoom && Math.abs(dx) < SPARE && Math.abs(dy) < SPARE
    near ? this.slide(dx, dy) : this.paint()
    if (!near || this.gone()) this.tellAround()
    this.tell("view")
    const scale = `${Math.round(zoom * 100)} %`
    if (this.hasScaleTarget && this.scaleTarget.textContent !== scale) this.scaleTarget.textContent = scale
    clearTimeout(this.mapping)
    this.mapping = setTimeout(() => this.map(), 60)
  }

  tell(what) {
    const { clientWidth: width, clientHeight: height } = this.frameTarget
    this.dispatch(what, { target: window, detail: { ...this.view, width, height } })
  }

  // Is the view a good way from where it was when what stands around was told?
  gone() {
    const { clientWidth, clientHeight } = this.frameTarget
    return (
      Math.abs(this.view.x - this.told.x) > clientWidth * STEP ||
      Math.abs(this.view.y - this.told.y) > clientHeight * STEP
    )
  }

  tellAround() {
    this.told = this.view
    this.tell("around")
  }

  // Seen about the frame, as the drawing's own edges are out of sight. A style sheet could ask the frame what it has,
  // but then the frame is painted anew whenever the drawing moves.
  ring() {
    this.frameTarget.classList.toggle("ring", this.drawingTarget.matches(":focus-visible"))
  }

  // By whole pixels of the screen, or letters would blur.
  slide(dx, dy) {
    const whole = (length) => Math.round(length * devicePixelRatio) / devicePixelRatio
    this.drawingTarget.style.transform = dx || dy ? `translate(${whole(dx)}px, ${whole(dy)}px)` : ""
  }

  paint() {
    const { x, y, zoom } = this.view
    this.painted = this.view
    this.slide(0, 0)
    this.worldTarget.setAttribute("transform", `translate(${x + SPARE} ${y + SPARE}) scale(${zoom})`)
  }

  // The overview: every card as a block, and the part that is in sight.
  map() {
    if (!this.hasOverviewTarget) return
    if (!this.mapped) this.mapCards()
    const { clientWidth, clientHeight } = this.frameTarget
    const { x, y, zoom } = this.view
    this.give(this.overviewTarget.lastChild, {
      class: "overview-window",
      x: -x / zoom,
      y: -y / zoom,
      width: clientWidth / zoom,
      height: clientHeight / zoom
    })
  }

  mapCards() {
    const [left, top, width, height] = this.extent()
    this.overviewTarget.setAttribute("viewBox", `${left - 20} ${top - 20} ${width + 40} ${height + 40}`)
    const blocks = this.cards()
      .map((card) => card.dataset.box.split(" ").map(Number))
      .map(([x, y, w, h]) => `M${x} ${y}h${w}v${h}h${-w}z`)
      .join("")
    const [cards, part] = ["path", "rect"].map((name) => document.createElementNS("http://www.w3.org/2000/svg", name))
    this.give(cards, { class: "overview-card", d: blocks })
    this.overviewTarget.replaceChildren(cards, part)
    this.mapped = true
  }

  give(element, attributes) {
    Object.entries(attributes).forEach(([key, value]) => element.setAttribute(key, value))
  }

  jump(event) {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      this.overviewTarget.getScreenCTM().inverse()
    )
    const frame = this.frameTarget.getBoundingClientRect()
    this.set({
      ...this.view,
      x: frame.width / 2 - point.x * this.view.zoom,
      y: frame.height / 2 - point.y * this.view.zoom
    })
  }
}
