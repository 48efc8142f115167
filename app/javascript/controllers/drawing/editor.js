import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Writing on the card itself: name, definition, attributes. Enter goes to the next field, Tab as
// anywhere, Esc out. What is typed is kept when a field is left.
export default class extends Controller {
  static values = { elementsUrl: String, cellsUrl: String }

  // What was put down from the palette is written at once.
  made(event) {
    setTimeout(() => document.getElementById(`note-${event.detail.id}`) && this.open(event), 0)
  }

  async open(event) {
    const { id } = event.detail
    const note = document.getElementById(`note-${id}`)
    const card = note || document.getElementById(`card-${id}`) || document.getElementById(`line-${id}`)
    if (!card) return
    const diagram = JSON.parse(document.body.getAttribute("hx-vals")).diagram_id
    const html = await fetch(`${this.elementsUrlValue}/${id}/editor?diagram_id=${diagram}`).then(
      (reply) => reply.ok && reply.text()
    )
    if (!html) return
    this.show(html, card, id)
    if (note) this.spread(note)
  }

  show(html, card, id) {
    this.close(false)
    const frame = this.element.querySelector("[data-canvas-target=frame]")
    const box = document.createElement("div")
    box.id = "card-editor"
    box.innerHTML = html
    this.place(box, card, frame)
    frame.append(box)
    box.addEventListener("keydown", (event) => this.press(event, box))
    box.addEventListener("change", (event) => this.write(event.target, id))
    box.addEventListener("focusout", (event) => {
      if (!box.contains(event.relatedTarget))
        setTimeout(() => {
          if (box.isConnected && !box.contains(document.activeElement)) this.close(false)
        }, 0)
    })
    const first = box.querySelector(this.next === "attribute" ? "[data-new-attribute]" : "input, textarea")
    this.next = null
    first.focus()
    if (!first.matches("[data-new-attribute]")) first.select()
  }

  place(box, card, frame) {
    const at = card.getBoundingClientRect()
    const edge = frame.getBoundingClientRect()
    box.style.left = `${Math.max(4, Math.min(at.left - edge.left, edge.width - 300))}px`
    box.style.top = `${Math.max(4, Math.min(at.top - edge.top, edge.height - 160))}px`
    box.style.maxHeight = `${edge.height - 20}px`
  }

  press(event, box) {
    event.stopPropagation()
    if (event.key === "Escape") {
      event.target.value = event.target.defaultValue
      return this.close(true)
    }
    if (event.key !== "Enter" || (event.target.tagName === "TEXTAREA" && event.shiftKey)) return
    event.preventDefault()
    const fields = [...box.querySelectorAll("input, textarea")]
    const next = fields[fields.indexOf(event.target) + 1]
    if (event.target.matches("[data-new-attribute]") && !event.target.value.trim()) return this.close(true)
    if (next) {
      next.focus()
      return next.select()
    }
    if (event.target.matches("[data-new-attribute]"))
      return event.target.dispatchEvent(new Event("change", { bubbles: true }))
    event.target.blur()
    this.close(true)
  }

  async write(input, id) {
    if (input.dataset.writes)
      return kelvath.send("patch", `${this.elementsUrlValue}/${id}`, {
        field: input.dataset.writes,
        value: input.value
      })
    if (input.dataset.cellOf) return this.cell(input)
    if ("newAttribute" in input.dataset && input.value.trim() && input.dataset.sent !== input.value) {
      input.dataset.sent = input.value // leaving the field tells of the same change once more
      const taken = await kelvath.send("post", this.elementsUrlValue, {
        kind: input.dataset.newAttribute || "attribute",
        parent_id: id,
        name: input.value,
        selected: id
      })
      if (taken) {
        this.next = "attribute"
        this.open({ detail: { id } })
      }
    }
  }

  async cell(input) {
    const taken = await kelvath.send("patch", `${this.cellsUrlValue}/${input.dataset.cellOf}`, {
      column: input.dataset.column,
      value: input.value
    })
    input.setAttribute("aria-invalid", String(!taken))
    if (taken) input.defaultValue = input.value
  }

  // A note's text is written where it stands, as large as the note; a frame's at its title.
  spread(note) {
    const box = document.getElementById("card-editor")
    const { width, height } = note.firstElementChild.getBoundingClientRect()
    box.style.width = `${Math.max(140, width)}px`
    box.querySelector("textarea").style.height = `${note.matches(".note-frame") ? 34 : Math.max(60, height)}px`
  }

  close(back) {
    const box = document.getElementById("card-editor")
    if (!box) return
    box.id = "" // removing what has the focus tells of its loss, and so asks to close it once more
    box.remove()
    if (back) document.getElementById("drawing").focus({ preventScroll: true })
  }
}
