import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Rows of a ledger dragged by their grips to another place of their group.
export default class extends Controller {
  static values = { url: String }

  lift(event) {
    this.lifted = event.target.closest?.(".grip")?.closest("tr[data-row]")
  }

  hover(event) {
    if (this.lifted && event.target.closest("tr[data-row]")?.parentElement === this.lifted.parentElement)
      event.preventDefault()
  }

  drop(event) {
    const line = event.target.closest("tr[data-row]")
    if (!this.lifted || !line) return
    event.preventDefault()
    const lines = [...line.parentElement.querySelectorAll("tr[data-row]")].filter(
      (each) => each.dataset.row && !each.dataset.row.includes(".")
    )
    kelvath.send("post", this.urlValue, {
      rows: this.lifted.dataset.row,
      steps: lines.indexOf(line) - lines.indexOf(this.lifted)
    })
    this.lifted = null
  }
}
