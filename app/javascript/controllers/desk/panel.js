import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const LEAST = 150 // px
const MOST = 620

// A panel at the side of the desk: folded away and brought back, made wider by its edge; both are remembered.
export default class extends Controller {
  static values = { name: String, side: String }

  connect() {
    this.keep(JSON.parse(localStorage.getItem(this.key) || "{}"))
  }

  get key() {
    return `kelvath-panel-${this.nameValue}`
  }

  keep(state) {
    this.state = state
    this.element.classList.toggle("folded", Boolean(state.folded))
    this.element.style.width = state.width && !state.folded ? `${state.width}px` : ""
    if (state.width) this.element.querySelector("[role=separator]").setAttribute("aria-valuenow", state.width)
    localStorage.setItem(this.key, JSON.stringify(state))
  }

  toggle() {
    this.keep({ ...this.state, folded: !this.state.folded })
  }

  // The edge follows the pointer.
  grasp(event) {
    event.target.setPointerCapture(event.pointerId)
    this.from = [event.clientX, this.element.getBoundingClientRect().width]
  }

  pull(event) {
    if (!this.from) return
    const way = this.sideValue === "right" ? -1 : 1
    this.widen(this.from[1] + way * (event.clientX - this.from[0]))
  }

  leave() {
    this.from = null
  }

  // The same by keys, 20 px each.
  press(event) {
    const by = { ArrowLeft: -20, ArrowRight: 20 }[event.key]
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    this.widen(this.element.getBoundingClientRect().width + (this.sideValue === "right" ? -by : by))
  }

  widen(width) {
    this.keep({ folded: false, width: Math.round(Math.max(LEAST, Math.min(MOST, width))) })
  }
}
