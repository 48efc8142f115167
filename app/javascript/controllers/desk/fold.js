import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Folds a panel away and brings it back.
export default class extends Controller {
  connect() {
    if (localStorage.getItem("kelvath-folded") === "yes") this.element.classList.add("folded")
  }

  toggle() {
    const folded = this.element.classList.toggle("folded")
    localStorage.setItem("kelvath-folded", folded ? "yes" : "no")
  }
}
