import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const STAYS = 6000 // ms; something wrong stays twice as long
const MOST = 3

// Lets notices go after a while, and keeps only the latest few.
export default class extends Controller {
  connect() {
    this.observer = new MutationObserver(() => this.tend())
    this.observer.observe(this.element, { childList: true })
    this.tend()
  }

  disconnect() {
    this.observer.disconnect()
  }

  tend() {
    const toasts = [...this.element.querySelectorAll(".toast")]
    toasts.slice(0, -MOST).forEach((toast) => toast.remove())
    toasts
      .filter((toast) => !toast.dataset.timed)
      .forEach((toast) => {
        toast.dataset.timed = "yes"
        setTimeout(() => toast.remove(), toast.classList.contains("toast-wrong") ? STAYS * 2 : STAYS)
      })
  }
}
