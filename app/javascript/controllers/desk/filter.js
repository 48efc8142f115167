import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Hides the entries of Contents that do not hold the typed text.
export default class extends Controller {
  apply(event) {
    const wanted = event.target.value.trim().toLowerCase()
    this.element.querySelectorAll("[data-id]").forEach((entry) => {
      entry.hidden = !entry.textContent.toLowerCase().includes(wanted)
    })
  }
}
