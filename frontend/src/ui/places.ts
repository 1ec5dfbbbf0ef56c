/** Where a drill is done, as a person says it. */
const WORDS: Record<string, string> = {
  floor: 'on the floor', bed: 'on the bed', chair: 'on a chair', desk: 'at the desk', wall: 'at a wall', stand: 'standing',
}

export const placeWords = (place: string): string => WORDS[place] ?? place

/** Every place, to be chosen from. */
export const PLACES = Object.entries(WORDS).map(([value, text]) => ({ value, text }))
