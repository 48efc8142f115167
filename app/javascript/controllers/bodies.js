import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const READABLE = 0.42 // below this zoom a card is a block with its name
const BATCH = 100
const AROUND = 200 // drawing units beyond the frame that count as in sight

// What cards say is shown near, and only there: far away they are plain blocks, and of a large diagram
// the bodies of cards come from the server when they are first seen.
export default class extends Controller {
  static values = { url: String }

  connect() {
    this.world = document.getElementById("world")
    this.asked = new Set()
  }

  look(event) {
    const { zoom } = event.detail
    this.world.classList.toggle("far", zoom < READABLE)
    if (zoom < READABLE) return
    clearTimeout(this.waiting)
    this.waiting = setTimeout(() => this.fetch(event.detail), 80)
  }

  fetch({ x, y, zoom, width, height }) {
    const left = -x / zoom - AROUND, top = -y / zoom - AROUND
    const right = left + width / zoom + 2 * AROUND, bottom = top + height / zoom + 2 * AROUND
    const wanted = [...this.world.querySelectorAll("#cards > .card[data-plain]")].filter((card) => {
      const [cx, cy, cw, ch] = card.dataset.box.split(" ").map(Number)
      return cx < right && cx + cw > left && cy < bottom && cy + ch > top && !this.asked.has(card.dataset.id)
    }).slice(0, BATCH).map((card) => card.dataset.id)
    if (!wanted.length) return
    wanted.forEach((id) => this.asked.add(id))
    htmx.ajax("get", `${this.urlValue}?ids=${wanted.join(",")}`, { source: this.world, swap: "none" })
  }
}
