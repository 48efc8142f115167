import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A part that was unfolded stays so when the page comes again, until the window is closed.
export default class extends Controller {
  connect() {
    this.element.open = Boolean(sessionStorage.getItem(this.key))
  }

  get key() {
    return `kelvath-open-${this.element.id}`
  }

  keep() {
    this.element.open ? sessionStorage.setItem(this.key, "yes") : sessionStorage.removeItem(this.key)
  }
}
