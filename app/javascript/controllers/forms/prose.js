import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Sentences edited where they stand: Enter keeps one, Esc takes the typing back, leaving it keeps it.
export default class extends Controller {
  static values = { url: String }

  connect() {
    this.reveal = (event) => document.getElementById(`group-${event.detail.id}`)?.scrollIntoView({ block: "start" })
    window.addEventListener("selection:reveal", this.reveal)
  }

  disconnect() {
    window.removeEventListener("selection:reveal", this.reveal)
  }

  begin(event) {
    const sentence = event.target.closest(".sentence-text")
    if (sentence) this.editing = sentence
  }

  leave(event) {
    const sentence = event.target.closest(".sentence-text")
    if (sentence && !sentence.dataset.kept) this.keep(sentence)
  }

  press(event) {
    const sentence = event.target.closest(".sentence-text")
    if (!sentence) {
      if (event.key === "Enter" && (event.ctrlKey || event.metaKey) && event.target.form) {
        event.preventDefault()
        event.target.form.requestSubmit()
      }
      return
    }
    if (event.key === "Escape") {
      sentence.textContent = sentence.dataset.said
      sentence.blur()
    } else if (event.key === "Enter") {
      event.preventDefault()
      this.keep(sentence)
      this.step(sentence, 1)
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault()
      this.step(sentence, event.key === "ArrowDown" ? 1 : -1)
    }
  }

  step(sentence, by) {
    const all = [...this.element.querySelectorAll(".sentence-text")]
    all[all.indexOf(sentence) + by]?.focus()
  }

  async keep(sentence) {
    const text = sentence.textContent.replace(/\s+/g, " ").trim()
    if (text === sentence.dataset.said.trim()) return
    sentence.dataset.kept = "yes"
    const { taken, reason, theirs } = await this.send(sentence.dataset.key, text, sentence.dataset.said)
    delete sentence.dataset.kept
    if (taken) {
      sentence.dataset.said = text
      this.mark(sentence, "")
    } else this.mark(sentence, reason, theirs)
  }

  async send(key, text, seen) {
    const told = { reason: "This could not be read." }
    const heard = (event) => {
      const answer = new DOMParser().parseFromString(event.detail.xhr.responseText, "text/html")
      Object.assign(told, answer.querySelector("[data-reason]")?.dataset)
    }
    document.body.addEventListener("htmx:responseError", heard)
    const taken = await kelvath.send("patch", `${this.urlValue}/${encodeURIComponent(key)}`, { text, seen })
    document.body.removeEventListener("htmx:responseError", heard)
    return { ...told, taken }
  }

  // What cannot be read stays, marked, with the reason under it; if others wrote meanwhile, with a choice.
  mark(sentence, reason, theirs) {
    const place = sentence.parentElement.querySelector(".sentence-reason")
    sentence.closest(".sentence").classList.toggle("sentence-unread", reason !== "")
    sentence.setAttribute("aria-invalid", String(reason !== ""))
    place.textContent = reason
    place.hidden = reason === ""
    if (theirs === undefined) return
    const choice = (text, chosen) => {
      const button = document.createElement("button")
      Object.assign(button, { type: "button", textContent: text, className: "quiet-button ml-3" })
      button.addEventListener("click", () => {
        sentence.dataset.said = theirs
        chosen()
      })
      return button
    }
    place.append(
      choice("Keep mine", () => this.keep(sentence)),
      choice("Take theirs", () => {
        sentence.textContent = theirs
        this.mark(sentence, "")
      })
    )
  }
}
