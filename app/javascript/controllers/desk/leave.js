import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Esc takes back what was typed into a field and not yet saved.
export default class extends Controller {
  escape(event) {
    if (event.key !== "Escape") return
    event.stopPropagation()
    event.target.value = event.target.defaultValue ?? event.target.value
    event.target.blur()
  }

  clear(event) {
    if (event.detail.successful) event.target.reset()
  }
}
