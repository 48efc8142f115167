import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A list of rows to tick: all at once by the box above them, counted below.
export default class extends Controller {
  static targets = ["tick", "every", "count"]

  every() {
    this.tickTargets.forEach((tick) => {
      tick.checked = this.everyTarget.checked
    })
    this.count()
  }

  count() {
    const ticked = this.tickTargets.filter((tick) => tick.checked).length
    if (this.hasCountTarget) this.countTarget.textContent = ticked
    this.everyTarget.checked = ticked === this.tickTargets.length
    this.everyTarget.indeterminate = ticked > 0 && ticked < this.tickTargets.length
  }
}
