import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const READABLE = 0.42 // below this zoom a card is a block with its name
const BATCH = 120
const AROUND = 800 // drawing units beyond the frame that count as in sight

// What cards say is shown near, and only there: far away they are plain blocks, and of a large diagram
// the bodies of cards come from the server when they are first seen.
export default class extends Controller {
  static values = { url: String, many: Boolean }

  connect() {
    this.world = document.getElementById("world")
    this.asked = new Set()
    this.known = new WeakMap()
    this.away = new WeakSet()
  }

  look(event) {
    const { zoom } = event.detail
    this.world.classList.toggle("far", zoom < READABLE)
    if (zoom < READABLE) return
    clearTimeout(this.waiting)
    this.waiting = setTimeout(() => this.fetch(event.detail), 80)
  }

  // Of a large diagram only what is about to be painted takes part: the frame and three quarters of it around.
  cull({ detail: { x, y, zoom, width, height } }) {
    if (!this.manyValue) return
    const [left, top, right, bottom] = [-x - 0.8 * width, -y - 0.8 * height, -x + 1.8 * width, -y + 1.8 * height].map(
      (edge) => edge / zoom
    )
    this.world.querySelectorAll("#cards > .card, #lines > .line").forEach((part) => {
      const [x1, y1, x2, y2] = this.bounds(part)
      const away = !(x1 < right && x2 > left && y1 < bottom && y2 > top)
      if (this.away.has(part) === away) return
      away ? this.away.add(part) : this.away.delete(part)
      part.classList.toggle("away", away)
    })
  }

  // Read once for each part; a part that changes is another element.
  bounds(part) {
    if (!this.known.has(part)) this.known.set(part, part.dataset.box ? this.boxOf(part) : this.reachOf(part))
    return this.known.get(part)
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
