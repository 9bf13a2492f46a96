// Files of posts as a browser opens them. Sources: Unicode's byte-order marks; ZIP files as fflate 0.8.3 writes.
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { tableText } from '~/batches/tableText'
import { isZip, unpack } from '~/batches/unpack'

const TEXT = 'text,account\r\nA “lamp”, größer,Low\r\n'
const utf16 = (text: string, isBig: boolean): number[] =>
  [...text].flatMap((sign) => {
    const code = sign.charCodeAt(0)
    return isBig ? [code >> 8, code & 255] : [code & 255, code >> 8]
  })

describe('tableText', () => {
  it('reads UTF-8 and UTF-16, with a mark and without', () => {
    expect(tableText(strToU8(TEXT))).toBe(TEXT)
    expect(tableText(new Uint8Array([0xef, 0xbb, 0xbf, ...strToU8(TEXT)])).replace(/^\ufeff/, '')).toBe(TEXT)
    for (const isBig of [false, true]) {
      const mark = isBig ? [0xfe, 0xff] : [0xff, 0xfe]
      expect(tableText(new Uint8Array([...mark, ...utf16(TEXT, isBig)]))).toBe(TEXT)
      expect(tableText(new Uint8Array(utf16(TEXT, isBig)))).toBe(TEXT)
    }
  })

  it('takes what is no UTF-8 for what spreadsheets write', () => {
    expect(tableText(new Uint8Array([...strToU8('gr'), 0xf6, 0xdf, ...strToU8('er')]))).toBe('größer')
  })

  it('reads nothing as nothing', () => expect(tableText(new Uint8Array())).toBe(''))
})

const zip = (files: Record<string, string>): Uint8Array =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])))

describe('unpack', () => {
  it('takes the table and the pictures beside it, without folders and what systems put there', () => {
    const found = unpack(
      zip({ 'posts/list.csv': TEXT, 'posts/img/Lamp.PNG': 'x', '__MACOSX/posts/._list.csv': 'y', '.DS_Store': 'z', 'read.me': 'w' }), // prettier-ignore
    )
    expect(found).toMatchObject({ name: 'list.csv', pictures: [{ name: 'Lamp.PNG' }] })
    expect('table' in found && tableText(found.table)).toBe(TEXT)
  })

  it('says what is wrong with one that is of no use', () => {
    expect(unpack(zip({ 'a.png': 'x' }))).toEqual({ code: 'noTable' })
    expect(unpack(zip({ 'a.csv': 'x', 'b/b.csv': 'y' }))).toEqual({
      code: 'twoTables',
      names: 'a.csv, b.csv',
    })
    expect(unpack(strToU8('PK\u0003\u0004 and then nothing'))).toEqual({ code: 'noZip' })
    const many = Object.fromEntries(Array.from({ length: 502 }, (_, at) => [`${at}.png`, 'x']))
    expect(unpack(zip({ 'a.csv': 'x', ...many }))).toEqual({ code: 'zipLarge' })
  })

  it('tells a ZIP by its first bytes', () => {
    expect(isZip(zip({ 'a.csv': 'x' }))).toBe(true)
    expect(isZip(strToU8(TEXT))).toBe(false)
  })
})
