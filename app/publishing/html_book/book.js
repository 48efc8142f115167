"use strict"
// Without this script the book can be read as it stands; with it, it is searched, sorted, and drawings are zoomed.
const root = document.documentElement
const all = (selector, within = document) => [...within.querySelectorAll(selector)]

// Day or night.
const theme = document.getElementById("theme")
const dark = () =>
  root.dataset.theme ? root.dataset.theme === "night" : matchMedia("(prefers-color-scheme: dark)").matches
const named = () => (theme.textContent = dark() ? "Day" : "Night")
theme.hidden = false
theme.addEventListener("click", () => {
  root.dataset.theme = dark() ? "day" : "night"
  named()
})
named()

// Search: titles first, then what is said of them. What is searched is gathered when it is first asked for.
const field = document.getElementById("search") || document.createElement("input") // a piece alone has none
const found = document.getElementById("found") || document.createElement("ol")
let gathered = null
const gather = () =>
  (gathered ||= all(".page, .picture").map((page) => {
    const title = page.querySelector("h3").firstChild.textContent.trim()
    const said = all(".passage, figcaption p, td:first-child", page).map((each) => each.textContent)
    const text = said.join(" ").replace(/\s+/g, " ")
    return { id: page.id, title, text, lowTitle: title.toLowerCase(), low: text.toLowerCase() }
  }))
addEventListener("load", () => setTimeout(gather, 500))
const MOST = 20
const search = (words) => {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  if (!wanted.length) return []
  const rank = (page) => {
    if (page.lowTitle === wanted.join(" ")) return 0
    if (wanted.every((word) => page.lowTitle.startsWith(word))) return 1
    if (wanted.every((word) => page.lowTitle.includes(word))) return 2
    return wanted.every((word) => page.lowTitle.includes(word) || page.low.includes(word)) ? 3 : 9
  }
  return gather()
    .map((page) => [rank(page), page])
    .filter(([place]) => place < 9)
    .sort((one, two) => one[0] - two[0] || one[1].title.localeCompare(two[1].title))
    .slice(0, MOST)
    .map(([, page]) => page)
}
const show = () => {
  const hits = search(field.value)
  found.replaceChildren(
    ...hits.map((page) => {
      const item = document.createElement("li")
      const link = document.createElement("a")
      const note = document.createElement("small")
      link.href = `#${page.id}`
      link.textContent = page.title
      note.textContent = page.text.slice(0, 90)
      link.append(note)
      item.append(link)
      return item
    })
  )
  if (!hits.length && field.value.trim()) {
    const item = document.createElement("li")
    item.textContent = "Nothing is called so."
    found.append(item)
  }
  found.hidden = !field.value.trim()
}
field.addEventListener("input", show)
const links = () => all("a", found)
const step = (by) => {
  const list = links()
  const next = list[Math.max(0, Math.min(list.length - 1, list.indexOf(document.activeElement) + by))]
  if (next) next.focus()
}
field.addEventListener("keydown", (event) => {
  if (event.key === "ArrowDown") step(1)
  else if (event.key === "Enter" && links()[0]) links()[0].click()
  else if (event.key === "Escape") field.value = ""
  else return
  event.preventDefault()
  if (event.key === "Escape") show()
})
found.addEventListener("keydown", (event) => {
  if (event.key === "ArrowDown") step(1)
  else if (event.key === "ArrowUp") links()[0] === document.activeElement ? field.focus() : step(-1)
  else if (event.key === "Escape") field.focus()
  else return
  event.preventDefault()
})
document.addEventListener("keydown", (event) => {
  if (event.key !== "/" || event.target.matches("input") || !field.isConnected) return
  event.preventDefault()
  field.focus()
  field.select()
})

// What a link leads to has the focus, so that reading goes on there.
const arrive = () => {
  const target = document.getElementById(decodeURIComponent(location.hash.slice(1)))
  if (!target) return
  target.tabIndex = -1
  target.focus({ preventScroll: true })
}
addEventListener("hashchange", arrive)
if (location.hash) arrive()

// Tables: sorted by their heads; long ones have a filter, and stand in parts, so that only what is seen is laid out.
const collator = new Intl.Collator(undefined, { numeric: true })
const sortable = (sheet) => {
  const bodies = all("tbody", sheet)
  const rows = bodies.flatMap((body) => [...body.rows])
  if (rows.length < 3) return
  const size = bodies[0].rows.length
  const heads = all("tr", sheet).filter((row) => row.parentElement.tagName === "THEAD")
  const sort = (column) => {
    const down = heads[0].cells[column].getAttribute("aria-sort") === "ascending"
    heads.forEach((row) =>
      [...row.cells].forEach((cell, index) =>
        index === column
          ? cell.setAttribute("aria-sort", down ? "descending" : "ascending")
          : cell.removeAttribute("aria-sort")
      )
    )
    const texts = new Map(rows.map((row) => [row, row.cells[column].textContent]))
    rows.sort((one, two) => collator.compare(texts.get(one), texts.get(two)) * (down ? -1 : 1))
    bodies.forEach((body, index) => body.replaceChildren(...rows.slice(index * size, (index + 1) * size)))
  }
  heads.forEach((row) =>
    [...row.cells].forEach((head, column) => {
      if (!head.textContent) return
      const button = document.createElement("button")
      button.type = "button"
      button.textContent = head.textContent
      button.addEventListener("click", () => sort(column))
      head.replaceChildren(button)
    })
  )
  if (!sheet.classList.contains("long")) return
  const filter = document.createElement("input")
  filter.className = "filter"
  filter.type = "search"
  filter.placeholder = "Show only rows with"
  filter.setAttribute("aria-label", "Show only rows with")
  filter.addEventListener("input", () => {
    const wanted = filter.value.toLowerCase()
    rows.forEach((row) => (row.hidden = !row.textContent.toLowerCase().includes(wanted)))
    bodies.forEach((body) => (body.closest(".part").hidden = [...body.rows].every((row) => row.hidden)))
  })
  sheet.before(filter)
}

// Parts of long tables are read after all else is there, one at a time, so that the book opens at once.
const unfold = (part) => {
  const folded = part.querySelector("noscript")
  if (folded) part.innerHTML = folded.textContent
}
const whole = (sheet) => !sheet.querySelector("noscript")

// Tables are made sortable when they come near; there may be thousands.
const near = new IntersectionObserver(
  (entries) =>
    entries.forEach(({ target, isIntersecting }) => {
      if (!isIntersecting) return
      if (target.matches(".part")) unfold(target)
      else if (target.matches(".sheet") && !whole(target)) return
      else if (target.matches(".sheet")) sortable(target)
      else all(".sheet", target).forEach(sortable)
      near.unobserve(target)
    }),
  { rootMargin: "1000px" }
)
all(".page, .chapter > .sheet, .part:has(noscript)").forEach((each) => near.observe(each))
const waiting = all(".part:has(noscript)")
const further = () => {
  const part = waiting.shift()
  if (!part) return
  unfold(part)
  const sheet = part.closest(".sheet")
  if (whole(sheet)) near.unobserve(sheet), near.observe(sheet)
  setTimeout(further)
}
addEventListener("load", () => setTimeout(further, 300))
addEventListener("beforeprint", () => waiting.splice(0).forEach(unfold))

// Drawings: dragged, zoomed by the wheel with Ctrl, by keys and by buttons.
all(".frame svg").forEach((svg) => {
  const whole = svg.getAttribute("viewBox").split(/\s+/).map(Number)
  let view = [...whole]
  const set = (next) => svg.setAttribute("viewBox", (view = next).join(" "))
  const zoom = (by, x = 0.5, y = 0.5) => {
    const [left, top, width, height] = view
    const ratio = Math.min(Math.max(by, 40 / width), (whole[2] * 2) / width)
    set([left + width * x * (1 - ratio), top + height * y * (1 - ratio), width * ratio, height * ratio])
  }
  const pan = (x, y) => set([view[0] + x * view[2], view[1] + y * view[3], view[2], view[3]])
  const units = () => view[2] / Math.min(svg.clientWidth, (svg.clientHeight * view[2]) / view[3])
  svg.addEventListener(
    "wheel",
    (event) => {
      if (!event.ctrlKey && !event.metaKey) return
      event.preventDefault()
      const box = svg.getBoundingClientRect()
      const at = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]
      zoom(Math.exp(event.deltaY * 0.002), ...at)
    },
    { passive: false }
  )
  let from = null
  let moved = false
  svg.addEventListener("pointerdown", (event) => {
    from = [event.clientX, event.clientY]
    moved = false
  })
  svg.addEventListener("pointermove", (event) => {
    if (!from) return
    const scale = units()
    const [x, y] = [event.clientX - from[0], event.clientY - from[1]]
    if (!moved && Math.hypot(x, y) < 4) return
    if (!moved) svg.setPointerCapture(event.pointerId)
    moved = true
    from = [event.clientX, event.clientY]
    set([view[0] - x * scale, view[1] - y * scale, view[2], view[3]])
  })
  svg.addEventListener("pointerup", () => (from = null))
  svg.addEventListener("pointercancel", () => (from = null))
  svg.addEventListener(
    "click",
    (event) => {
      if (moved) event.preventDefault()
    },
    true
  )
  const keys = {
    "+": () => zoom(0.8),
    "-": () => zoom(1.25),
    0: () => set([...whole]),
    ArrowLeft: () => pan(-0.1, 0),
    ArrowRight: () => pan(0.1, 0),
    ArrowUp: () => pan(0, -0.1),
    ArrowDown: () => pan(0, 0.1)
  }
  svg.addEventListener("keydown", (event) => {
    if (!keys[event.key] || event.ctrlKey || event.metaKey) return
    keys[event.key]()
    event.preventDefault()
  })
  const tools = document.createElement("div")
  tools.className = "zoom"
  ;[
    ["+", "Zoom in", "+"],
    ["−", "Zoom out", "-"],
    ["Whole", "Whole drawing", "0"]
  ].forEach(([text, title, key]) => {
    const button = document.createElement("button")
    button.type = "button"
    button.textContent = text
    button.title = `${title} (${key})`
    button.setAttribute("aria-label", title)
    button.addEventListener("click", keys[key])
    tools.append(button)
  })
  svg.before(tools)
})
