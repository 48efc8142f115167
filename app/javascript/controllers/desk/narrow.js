import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Shows only the findings of the weights that are ticked and that hold the typed words; groups without any go, too.
export default class extends Controller {
  static targets = ["words", "weight"]

  apply() {
    const words = this.wordsTarget.value.trim().toLowerCase()
    const weights = this.weightTargets.filter((box) => box.checked).map((box) => box.value)
    document.querySelectorAll(".finding-group").forEach((group) => {
      const lines = [...group.querySelectorAll("[data-narrow]")]
      lines.forEach((line) => {
        line.hidden = !weights.includes(line.dataset.narrow) || !line.textContent.toLowerCase().includes(words)
      })
      group.hidden = lines.every((line) => line.hidden)
    })
  }
}
