import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Sends a form as soon as a field of it has changed.
export default class extends Controller {
  go() {
    this.element.requestSubmit()
  }
}
