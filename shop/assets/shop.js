// Makes tabs of the foldable parts that are meant as tabs, where there is room for them (ARIA Authoring Practices:
// Tabs). Without this script they fold, and all of it can be read.
const wide = window.matchMedia('(min-width: 820px)')

/** A part as the panel of a tab: what was in its fold, under the same id. */
function panelOf(part, button) {
  const panel = document.createElement('div')
  panel.id = part.id
  panel.tabIndex = 0
  panel.setAttribute('role', 'tabpanel')
  panel.setAttribute('aria-labelledby', button.id)
  panel.append(part.querySelector('.body'))
  part.replaceWith(panel)
  return panel
}

function tabFor(part) {
  const button = document.createElement('button')
  button.type = 'button'
  button.id = `tab-${part.id}`
  button.setAttribute('role', 'tab')
  button.setAttribute('aria-controls', part.id)
  button.textContent = part.querySelector('summary').textContent
  return button
}

function makeTabs(area) {
  const parts = [...area.querySelectorAll(':scope > details')]
  if (parts.length < 2) return
  const list = document.createElement('div')
  list.setAttribute('role', 'tablist')
  const buttons = parts.map(tabFor)
  const panels = parts.map((part, i) => panelOf(part, buttons[i]))
  const choose = (at, focus) => {
    panels.forEach((panel, i) => {
      panel.hidden = i !== at
      buttons[i].setAttribute('aria-selected', String(i === at))
      buttons[i].tabIndex = i === at ? 0 : -1
    })
    if (focus) buttons[at].focus()
  }
  const steps = document.dir === 'rtl' ? { ArrowLeft: 1, ArrowRight: -1 } : { ArrowRight: 1, ArrowLeft: -1 }
  buttons.forEach((button, i) => {
    button.addEventListener('click', () => choose(i, false))
    button.addEventListener('keydown', (e) => {
      const to = { Home: 0, End: panels.length - 1 }[e.key] ?? (e.key in steps ? i + steps[e.key] : undefined)
      if (to === undefined) return
      e.preventDefault()
      choose((to + panels.length) % panels.length, true)
    })
  })
  list.append(...buttons)
  area.prepend(list)
  area.classList.add('tabbed')
  choose(0, false)
}

if (wide.matches) document.querySelectorAll('.area[data-as=tabs]').forEach(makeTabs)
