/** A request whose body is a file as it is; the service reads its bytes. */
export const rawFile = (file: File) => ({
  body: file as never,
  bodySerializer: (body: unknown) => body as File,
  headers: { 'Content-Type': 'application/octet-stream' },
})
