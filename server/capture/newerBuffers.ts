/**
 * What the PDF library asks of buffers and a platform of before Node 21 lacks (ECMAScript 2024,
 * `ArrayBuffer.prototype.transferToFixedLength`). Does nothing where it is there.
 */
export function newerBuffers(): void {
  if ('transferToFixedLength' in ArrayBuffer.prototype) return
  Object.defineProperty(ArrayBuffer.prototype, 'transferToFixedLength', {
    configurable: true,
    value(this: ArrayBuffer, length: number = this.byteLength): ArrayBuffer {
      const moved = structuredClone(this, { transfer: [this] })
      if (length === moved.byteLength) return moved
      const fitted = new ArrayBuffer(length)
      new Uint8Array(fitted).set(new Uint8Array(moved, 0, Math.min(length, moved.byteLength)))
      return fitted
    },
  })
}
