import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Which columns a ledger shows, and in which order.
export default class extends Controller {
  static targets = ["list", "box", "value"]

  up(event) {
    const item = event.currentTarget.closest("li")
    item.previousElementSibling?.before(item)
    event.currentTarget.focus()
  }

  take() {
    this.valueTarget.value = [...this.listTarget.querySelectorAll("input:checked")].map((box) => box.value).join(",")
  }
}
