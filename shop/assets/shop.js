// Makes tabs of the foldable parts that are meant as tabs, where there is room for them (ARIA Authoring Practices:
// Tabs). Without this script they fold, and all of it can be read.
const wide = window.matchMedia('(min-width: 820px)')

function makeTabs(area) {
  const parts = [...area.querySelectorAll(':scope > details')]
  if (parts.length < 2) return
  const list = document.createElement('div')
  list.setAttribute('role', 'tablist')
  const buttons = parts.map((part) => {
    const button = document.createElement('button')
    button.type = 'button'
    button.id = `tab-${part.id}`
    button.setAttribute('role', 'tab')
    button.setAttribute('aria-controls', part.id)
    button.textContent = part.querySelector('summary').textContent
    return button
  })
  const choose = (at, focus) => {
    parts.forEach((part, i) => {
      part.hidden = i !== at
      part.open = i === at
      buttons[i].setAttribute('aria-selected', String(i === at))
      buttons[i].tabIndex = i === at ? 0 : -1
    })
    if (focus) buttons[at].focus()
  }
  const steps = document.dir === 'rtl' ? { ArrowLeft: 1, ArrowRight: -1 } : { ArrowRight: 1, ArrowLeft: -1 }
  buttons.forEach((button, i) => {
    button.addEventListener('click', () => choose(i, false))
    button.addEventListener('keydown', (e) => {
      const to = { Home: 0, End: parts.length - 1 }[e.key] ?? (e.key in steps ? i + steps[e.key] : undefined)
      if (to === undefined) return
      e.preventDefault()
      choose((to + parts.length) % parts.length, true)
    })
  })
  parts.forEach((part, i) => {
    part.removeAttribute('name')
    part.setAttribute('role', 'tabpanel')
    part.setAttribute('aria-labelledby', buttons[i].id)
    part.querySelector('summary').hidden = true
  })
  list.append(...buttons)
  area.prepend(list)
  area.classList.add('tabbed')
  choose(0, false)
}

if (wide.matches) document.querySelectorAll('.area[data-as=tabs]').forEach(makeTabs)
