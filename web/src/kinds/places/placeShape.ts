import type { SittingPlaces } from '@oaken/core/items';

/** What the shape's element of a place on a picture needs besides its look. */
export function shapeOf({ area }: SittingPlaces['places'][number]) {
  switch (area.shape) {
    case 'rect':
      return { is: 'rect', x: area.x, y: area.y, width: area.width, height: area.height };
    case 'circle':
      return { is: 'circle', cx: area.x, cy: area.y, r: area.radius };
    case 'poly':
      return { is: 'polygon', points: area.points.join(' ') };
  }
}
