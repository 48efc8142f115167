// The keys of cards: choosing, moving, relating and removing without a pointer.
export const cardKeys = {
  keys(event) {
    const control = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    if (event.key === "Escape")
      return this.held ? this.cancel() : this.relationFrom ? this.endRelation(event, false) : this.choose(null)
    if (event.key === "Tab" && !control) return this.step(event)
    if (event.altKey && key === "r") return this.startRelation(event)
    if (event.key === "Enter" && this.relationFrom) return this.endRelation(event, true)
    if ((event.key === "Enter" || event.key === "F2") && this.selected?.matches(".card, .note, .line"))
      return this.take(event, () => this.dispatch("open", { target: window, detail: { id: this.selected.dataset.id } }))
    if (control && key === "a")
      return this.take(event, () =>
        this.selection.choose({
          detail: { ids: [...document.querySelectorAll("#cards .card")].map((card) => card.dataset.id) }
        })
      )
    if (event.altKey && event.key.startsWith("Arrow") && this.selected) return this.take(event, () => this.nudge(event))
    if (event.key === "Delete" && this.selected) this.take(event, () => this.remove(event.shiftKey))
  },

  take(event, act) {
    event.preventDefault()
    event.stopImmediatePropagation()
    act()
  },

  // Delete takes off the diagram; with Shift, out of the model.
  remove(wholly) {
    const chosen = this.selection.ids.join(",")
    if (!wholly) return kelvath.send("delete", this.placementUrlValue, { chosen })
    if (this.editableValue) kelvath.send("delete", `${this.elementsUrlValue}/${encodeURIComponent(chosen)}`)
  },

  nudge(event) {
    const way = { ArrowLeft: [-20, 0], ArrowRight: [20, 0], ArrowUp: [0, -20], ArrowDown: [0, 20] }[event.key]
    const held = { card: this.selected, taken: this.taken({ card: this.selected }), shift: way }
    kelvath.send("post", this.moveUrlValue, this.places(held))
  },

  // Tab goes from card to card; past the last one it leaves the drawing as anywhere else.
  step(event) {
    const cards = [...document.querySelectorAll("#cards .card")]
    const at = cards.indexOf(document.querySelector("#cards .card.selected"))
    const next = cards[at + (event.shiftKey ? -1 : 1)]
    if (!next) return
    event.preventDefault()
    this.choose(next)
    window.dispatchEvent(new CustomEvent("selection:reveal", { detail: { id: next.dataset.id } }))
  },

  startRelation(event) {
    event.preventDefault()
    this.relationFrom = this.selected?.closest(".card")
    this.relationFrom?.classList.add("target")
  },

  endRelation(event, wanted) {
    event.preventDefault()
    const from = this.relationFrom
    const to = this.selected?.closest(".card")
    this.relationFrom = null
    document.querySelectorAll(".card.target").forEach((card) => card.classList.remove("target"))
    if (!wanted || !to) return
    const box = to.getBoundingClientRect()
    this.dispatch("relate", {
      target: window,
      detail: {
        from: from.dataset.id,
        to: to.dataset.id,
        at: [box.left + box.width / 2, box.bottom],
        shift: event.shiftKey,
        control: event.ctrlKey
      }
    })
  }
}
