import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Conflicts, each with two sides to choose from: one side for all of them.
export default class extends Controller {
  all({ params: { side } }) {
    this.element.querySelectorAll(`[data-conflict] input[value="${side}"]`).forEach((choice) => {
      choice.checked = true
    })
  }
}
