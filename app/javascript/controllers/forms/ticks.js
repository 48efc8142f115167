import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A list of rows to tick: all at once by the box above them, counted below.
export default class extends Controller {
  static targets = ["tick", "every", "count", "line", "group"]

  every() {
    this.tickTargets.filter((tick) => !tick.closest("[hidden]")).forEach((tick) => {
      tick.checked = this.everyTarget.checked
    })
    this.count()
  }

  // Shows only the lines that hold the typed words; those out of sight stay as they are ticked.
  filter(event) {
    const words = event.target.value.trim().toLowerCase()
    this.groupTargets.forEach((group) => {
      const whole = group.querySelector("h2").textContent.toLowerCase().includes(words)
      const lines = this.lineTargets.filter((line) => group.contains(line))
      lines.forEach((line) => { line.hidden = !whole && !line.textContent.toLowerCase().includes(words) })
      group.hidden = lines.every((line) => line.hidden)
    })
  }

  count() {
    const ticked = this.tickTargets.filter((tick) => tick.checked).length
    if (this.hasCountTarget) this.countTarget.textContent = ticked
    this.everyTarget.checked = ticked === this.tickTargets.length
    this.everyTarget.indeterminate = ticked > 0 && ticked < this.tickTargets.length
  }
}
