import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The browser's own print dialog.
export default class extends Controller {
  now() {
    window.print()
  }
}
