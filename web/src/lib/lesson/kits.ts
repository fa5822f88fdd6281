/** The things that not every coach has, by the names the core knows them by. */
export const kits = {
  markers: 'markers',
  obstacles: 'obstacles',
  machine: 'feeding machine',
  bands: 'bands',
  medicineBall: 'medicine ball'
} as const;
export type Kit = keyof typeof kits;
