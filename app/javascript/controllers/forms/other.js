import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A choice whose last entry is anything else: choosing it gives a line to type into.
export default class extends Controller {
  static targets = ["list", "typed"]

  choose(event) {
    if (this.listTarget.value !== "") return
    event.stopImmediatePropagation()
    this.listTarget.hidden = true
    this.typedTarget.hidden = false
    this.typedTarget.focus()
  }
}
