import { crop, type Area, type Grey } from '../../core/raster/image'

/** An area of a page with room around it, as far as the page goes. */
export function inPart(page: Grey, area: Area, room: number): Grey {
  return crop(page, areaWithRoom(page, area, room))
}

/** That area itself, in whole pixels. */
export function areaWithRoom(page: Grey, area: Area, room: number): Area {
  const x = Math.max(0, Math.floor(area.x - room))
  const y = Math.max(0, Math.floor(area.y - room))
  return {
    x,
    y,
    width: Math.min(page.width, Math.ceil(area.x + area.width + room)) - x,
    height: Math.min(page.height, Math.ceil(area.y + area.height + room)) - y,
  }
}
