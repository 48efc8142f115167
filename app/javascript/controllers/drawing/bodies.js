import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const READABLE = 0.42 // below this zoom a card is a block with its name
const BATCH = 120
const AROUND = 800 // drawing units beyond the frame that count as in sight
const REST = 300 // ms without a pan

// What cards say is shown near, and only there: far away they are plain blocks, and of a large diagram
// the bodies of cards come from the server when they are first seen.
export default class extends Controller {
  static values = { url: String, many: Boolean }

  connect() {
    this.world = document.getElementById("world")
    this.asked = new Set()
    this.known = new WeakMap()
    this.changed = new MutationObserver(() => (this.parts = null))
    ;["cards", "lines"].forEach((id) => this.changed.observe(document.getElementById(id), { childList: true }))
  }

  disconnect() {
    this.changed.disconnect()
  }

  look(event) {
    const { zoom } = event.detail
    this.world.classList.toggle("far", zoom < READABLE)
    if (zoom < READABLE) return
    clearTimeout(this.waiting)
    this.waiting = setTimeout(() => this.fetch(event.detail), 80)
  }

  // Of a large diagram only what is about to be painted takes part: the frame and as much around. While it is
  // panned, parts are only brought in; those that it has left are put away when it rests.
  cull({ detail: { x, y, zoom, width, height } }) {
    if (!this.manyValue) return
    const [left, top, right, bottom] = [-x - width, -y - height, -x + 2 * width, -y + 2 * height].map(
      (edge) => edge / zoom
    )
    const leave = []
    this.bounded().forEach((entry) => {
      const [part, x1, y1, x2, y2] = entry
      const away = !(x1 < right && x2 > left && y1 < bottom && y2 > top)
      if (entry.away === away) return
      if (away && entry.away === false) return leave.push(entry)
      this.put(entry, away)
    })
    clearTimeout(this.leaving)
    this.leaving = setTimeout(() => leave.forEach((entry) => this.put(entry, true)), REST)
  }

  put(entry, away) {
    entry.away = away
    entry[0].classList.toggle("away", away)
  }

  // [part, left, top, right, bottom] of each; read once, as a part that changes is another element.
  bounded() {
    const known = this.known
    return (this.parts ||= [...this.world.querySelectorAll("#cards > .card, #lines > .line")].map((part) => {
      if (!known.has(part)) known.set(part, [part, ...(part.dataset.box ? this.boxOf(part) : this.reachOf(part))])
      return known.get(part)
    }))
  }

  boxOf(card) {
    const [x, y, width, height] = card.dataset.box.split(" ").map(Number)
    return [x, y, x + width, y + height]
  }

  reachOf(line) {
    const points = line.dataset.points.split(" ").map(Number)
    const xs = points.filter((_, index) => index % 2 === 0),
      ys = points.filter((_, index) => index % 2 === 1)
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
  }

  fetch({ x, y, zoom, width, height }) {
    const left = -x / zoom - AROUND,
      top = -y / zoom - AROUND
    const right = left + width / zoom + 2 * AROUND,
      bottom = top + height / zoom + 2 * AROUND
    const wanted = [...this.world.querySelectorAll("#cards > .card[data-plain]")]
      .filter((card) => {
        const [cx, cy, cw, ch] = card.dataset.box.split(" ").map(Number)
        return cx < right && cx + cw > left && cy < bottom && cy + ch > top && !this.asked.has(card.dataset.id)
      })
      .slice(0, BATCH)
      .map((card) => card.dataset.id)
    if (!wanted.length) return
    wanted.forEach((id) => this.asked.add(id))
    htmx.ajax("get", `${this.urlValue}?ids=${wanted.join(",")}`, { source: this.world, swap: "none" })
  }
}
