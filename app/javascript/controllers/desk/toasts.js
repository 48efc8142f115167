import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const HELD = 4000 // ms in which nothing takes the place of something wrong

// One notice at a time: the latest, joined with the one before it if both say the same.
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
    const fresh = [...this.element.querySelectorAll(".toast:not([data-since])")]
    if (!fresh.length) return
    const shown = this.element.querySelector(".toast[data-since]")
    const latest = fresh.find((toast) => this.wrong(toast)) || fresh[fresh.length - 1]
    fresh.filter((toast) => toast !== latest).forEach((toast) => toast.remove())
    const held = shown && this.wrong(shown) && !this.wrong(latest) ? HELD - (Date.now() - shown.dataset.since) : 0
    if (held > 0) return this.later(latest, held)
    this.count(latest, shown)
    shown?.remove()
    latest.dataset.since = Date.now()
    if (latest.querySelector("[data-action]")) return // it asks something
    const stays = Number(this.element.dataset.stays) // ms; something wrong stays twice as long
    setTimeout(() => latest.remove(), this.wrong(latest) ? stays * 2 : stays)
  }

  // Its turn comes when what is wrong has been read.
  later(toast, ms) {
    toast.remove()
    clearTimeout(this.waiting)
    this.waiting = setTimeout(() => this.element.append(toast), ms)
  }

  // What a notice asked has been answered.
  done(event) {
    const toast = event.currentTarget.closest(".toast")
    setTimeout(() => toast.remove(), 0)
  }

  wrong(toast) {
    return toast.classList.contains("toast-wrong")
  }

  count(toast, before) {
    toast.dataset.says = toast.querySelector("span").textContent
    if (before?.dataset.says !== toast.dataset.says) return
    toast.dataset.times = Number(before.dataset.times || 1) + 1
    toast.querySelector("span").textContent += ` ×${toast.dataset.times}`
  }
}
