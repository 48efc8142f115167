import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The rows of an opened card in another order: dragged by their grip, or Alt+↑ and Alt+↓ where one writes. Rows move
// among those within the same thing.
export default class extends Controller {
  static targets = ["row"]
  static values = { url: String }

  press(event) {
    if (!event.altKey || !["ArrowUp", "ArrowDown"].includes(event.key)) return
    const row = event.target.closest("[data-row]")
    if (!row) return
    event.preventDefault()
    event.stopPropagation()
    const like = this.like(row)
    const to = like.indexOf(row) + (event.key === "ArrowUp" ? -1 : 1)
    if (like[to]) this.move(row, to, event.target)
  }

  take(event) {
    this.held = event.target.closest("[data-row]")
    event.dataTransfer.effectAllowed = "move"
    event.dataTransfer.setData("text/plain", this.held.dataset.row)
  }

  over(event) {
    const row = event.target.closest("[data-row]")
    if (!this.held || !row || row.dataset.within !== this.held.dataset.within) return
    event.preventDefault()
    this.mark(row)
  }

  drop(event) {
    const row = event.target.closest("[data-row]")
    const held = this.held
    this.leave()
    if (!held || !row || row === held || row.dataset.within !== held.dataset.within) return
    event.preventDefault()
    this.move(held, this.like(held).indexOf(row))
  }

  leave() {
    this.held = null
    this.mark(null)
  }

  mark(row) {
    this.rowTargets.forEach((each) => each.classList.toggle("drop-here", each === row))
  }

  like(row) {
    return this.rowTargets.filter((each) => each.dataset.within === row.dataset.within)
  }

  async move(row, to, focused) {
    const like = this.like(row)
    const from = like.indexOf(row)
    if (from === to) return
    const taken = await kelvath.send("post", this.urlValue, { rows: row.dataset.row, steps: to - from })
    if (!taken) return
    to > from ? like[to].after(row) : like[to].before(row)
    ;(focused || row.querySelector(".grip")).focus() // what is moved loses it, and the card closes without
  }
}
