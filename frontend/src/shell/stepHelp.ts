/** Two sentences for each step: what it is for, and what to watch. */
export const STEP_HELP: Record<string, [string, string]> = {
  story: ['Write down what the client tells, mark where it hurts, and say how bad it is and how long it takes to settle.', 'What nobody knows stays open: it is never taken as fine, and later steps ask for it.'],
  screening: ['Ask what must not be missed, one sign at a time, and note what limits the client.', 'A yes to a grave sign stops the program until a clinician says what was done.'],
  measure: ['Take each movement in the position and at the landmarks that are shown; a second figure makes it surer.', 'A change counts only above the error of the measure, so take it the same way each time.'],
  plan: ['The session is made from what was found: open a drill to change its dose, its place or its order, and put others on from the right.', 'What is refused stays refused; an override asks for a reason and stands in the record.'],
  tryout: ['Do the drills in the room, and note the pain before, during and after.', 'A nerve sign, a pinch or a worse re-test takes a drill out until you bring it back.'],
  home: ['Give the client the private link or the printed sheet, and see which versions there were.', 'The link is shown once; a new one can be made at any time, and an old one closed.'],
  respond: ['See what was told from home, and enter what was told to you: sessions, mornings, signs.', 'A morning that nobody told counts as unknown, and nothing rises on it.'],
  adjust: ['Decide drill by drill what comes next; each proposal says which rule it follows and why.', 'Nothing changes for the client before the review is closed and handed over.'],
}
