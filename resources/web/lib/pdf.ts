/** Pages of a document that are read. */
const MOST = 30
/** Longer side, in pixels, that a page is drawn with: a small symbol on A4 then has modules of several pixels. */
const SIDE = 2400

export const isPdf = (file: File): boolean => file.type === 'application/pdf' || /\.pdf$/i.test(file.name)

/** Each page of a PDF document as a picture, up to a bound. The document stays in the browser; its scripts are not run. */
export async function pagesOf(file: File): Promise<{ pages: File[]; all: number }> {
  const [pdf, worker] = await Promise.all([
    import('pdfjs-dist'),
    import('pdfjs-dist/build/pdf.worker.min.mjs?url') as Promise<{ default: string }>,
  ])
  pdf.GlobalWorkerOptions.workerSrc = worker.default
  const task = pdf.getDocument({ data: new Uint8Array(await file.arrayBuffer()) })
  try {
    const document = await task.promise
    const pages: File[] = []
    for (let number = 1; number <= Math.min(MOST, document.numPages); number++) {
      const page = await document.getPage(number)
      const plain = page.getViewport({ scale: 1 })
      const viewport = page.getViewport({ scale: SIDE / Math.max(plain.width, plain.height) })
      const canvas = window.document.createElement('canvas')
      canvas.width = Math.round(viewport.width)
      canvas.height = Math.round(viewport.height)
      await page.render({ canvas, viewport, background: '#ffffff' }).promise
      const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
      if (picture !== null)
        pages.push(
          new File([picture], document.numPages === 1 ? file.name : `${file.name}, page ${number}`, {
            type: 'image/png',
          }),
        )
    }
    return { pages, all: document.numPages }
  } finally {
    await task.destroy()
  }
}
