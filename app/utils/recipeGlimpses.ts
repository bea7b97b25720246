import type { Recipe } from '~~/core'

/* eslint-disable max-len -- pictures, written by `npm run recipe-pictures` */
/** What a recipe's picture looks like from afar, in place of it until it has come: a WebP in base 64. */
const GLIMPSES: Readonly<Record<Recipe, string>> = {
  balloon:
    'UklGRlYAAABXRUJQVlA4IEoAAABQAwCdASoSAAwAPm0skkWkIqGYBABABsSzgAAt99wGgq+kAAD+/dwTpVxYDrB/azgnOQxoe42/NchJKCdoDk/ILwe8fpQi9AAAAA==',
  projectile:
    'UklGRlQAAABXRUJQVlA4IEgAAAAwAwCdASoSAAwAPm0skkWkIqGYBABABsSzgAAuMob+KXMgAP79nBKwau9nbB6E8AyHMLehlbGh9XYo/FicuqzusrGzs1r3AAA=',
  pour: 'UklGRmAAAABXRUJQVlA4IFQAAAAQAwCdASoSAAwAPm0qkUWkIqGYBABABsS0gAAtwwk8g7AA/v2dSmryGLMpoYn2hyw5vTjQT+85yuq6On4geCBF+du7ThZSlXhBx1u9vB5OtMSAAAA=',
  drop: 'UklGRm4AAABXRUJQVlA4IGIAAACwAwCdASoSAAwAPm0skkWkIqGYBABABsS0gAAt+H+Cql8GQaU/AAD+/dtqXisecKVlGqQEI/KNAtlZQlOwfu4o5NhJo1qRYizBOre460xszqUPcvW6kqcbdPhREWXxjAAAAA==',
  throw:
    'UklGRm4AAABXRUJQVlA4IGIAAABQAwCdASoSAAwAPm0qkUWkIqGYBABABsSzgAAuMpstrnG4AAD+/Zz3sJr1SL8Si4gVs7IUf/mnNjP9hkOYsnx5xpFif/t7xMeeMPfMh993x27gwUCxLFmYdnNxwTM+1wAAAA==',
  powder:
    'UklGRnQAAABXRUJQVlA4IGgAAAAQBACdASoSAAwAPm0qkUWkIqGYBABABsS0gGFAEPhvZORC+GxYwC/AAAD+/VZr1D20OsdF7h9vRCbdcxZKBEPraPiafr2vc3+zTHXhTzAnLfREGX5WR9ejyJVn9HW5VEay55Vvni18AA==',
  toss: 'UklGRjgAAABXRUJQVlA4ICwAAACwAgCdASoSAAwAPm0qkkWkIqGYBABABsS0gAA/HwAA/vnZLN1L8AjAMIAAAA==',
  swing:
    'UklGRloAAABXRUJQVlA4IE4AAABwAwCdASoSAAwAPm0skkWkIqGYBABABsS0gAAuDb3xC2g2qAAA/v0D1ulA/TCxjoKfMJAUfeDwyDY66fa/EurcBHwb11WtKZbiqGQAAAA=',
  grains:
    'UklGRngAAABXRUJQVlA4IGwAAADQAwCdASoSAAwAPm0qkkWkIqGYBABABsSxgFh2EN5OIh2/acJVLAAA/v3dMzQ7ShuvHwKG+7Ce7WQp7iXHTiOfX+RKcxaIxen3b85xncZ0HGfM/QyFeDWek+OGtRXUm7qegmJqc0vg9GlWgAA=',
  run: 'UklGRlAAAABXRUJQVlA4IEQAAADwAgCdASoSAAwAPm0skkWkIqGYBABABsS0gAAtv9dlwAD+/QOe7pG6BMdqeE7wgQhKhTWDMNv3al3/0KXVzKKKwKAAAA==',
  spin: 'UklGRqIAAABXRUJQVlA4IJYAAADQAwCdASoSAAwAPm0qkkWkIqGYBABABsSygE6ZQAF41olA1bkGn/YA/v1knSBgvWdxjgINDXh76M8KZP2PJRfSsBcCDR4DWaIZIX2hv2mF+wu62hehcTWM1dDhHHrSExUDNxZrj030BkP/GidtlKl+LTAOtXU0SojMI54lf1Fi4PmzBzAGDY1eDYmVuW+V7gTDqF9hQAA=',
  bubble: 'UklGRjwAAABXRUJQVlA4IDAAAADwAgCdASoSAAwAPm0qkkWkIqGYBABABsS0gAAt9FtCAAD+/dr6igh6bE/h5cv4AAA=',
}
/* eslint-enable max-len */

/** The same as an address. */
export const recipeGlimpse = (recipe: Recipe): string => `data:image/webp;base64,${GLIMPSES[recipe]}`
