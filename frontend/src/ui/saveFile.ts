const KEPT_MS = 10_000

/** Hand a file that the server sent as a blob to the browser, to be kept under a name. */
export function saveFile(file: unknown, name: string): void {
  if (!(file instanceof Blob)) throw new TypeError(`${name} came as no file`)
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), KEPT_MS)
}
