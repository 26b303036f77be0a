// Draws the video of the demo, media/worm.webm, in a browser: node demo/media/draw.mjs
import { writeFile } from 'node:fs/promises'
import { build } from 'esbuild'
import { chromium } from 'playwright'

const drawing = `
import { AudioBufferSource, BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny'
const [SECONDS, RATE, WIDTH, HEIGHT] = [48, 10, 560, 314]
const NOTES = [392, 440, 523, 587]

function soil(page) {
  page.fillStyle = '#cfe3ec'
  page.fillRect(0, 0, WIDTH, HEIGHT * 0.35)
  page.fillStyle = '#7d9a5b'
  page.fillRect(0, HEIGHT * 0.33, WIDTH, HEIGHT * 0.04)
  page.fillStyle = '#6b4a32'
  page.fillRect(0, HEIGHT * 0.37, WIDTH, HEIGHT * 0.63)
}
function sun(page, part) {
  page.fillStyle = '#f2c14e'
  page.beginPath()
  page.arc(WIDTH * (0.1 + 0.8 * part), HEIGHT * 0.16, HEIGHT * 0.07, 0, 7)
  page.fill()
}
// where the tunnel is, from its beginning to its end
const tunnel = u => [WIDTH * (0.06 + 0.86 * u), HEIGHT * (0.62 + 0.2 * Math.sin(u * 9))]
function along(page, from, to, colour, width) {
  page.strokeStyle = colour
  page.lineWidth = width
  page.lineCap = 'round'
  page.beginPath()
  for (let u = from; u <= to; u += 0.004) page.lineTo(...tunnel(u))
  page.stroke()
}
function leaf(page, number, time) {
  const fall = Math.max(0, Math.min(1, (time - 8 - number * 9) / 6))
  page.save()
  page.translate(WIDTH * (0.25 + number * 0.25), HEIGHT * (0.33 + fall * 0.12))
  page.rotate(fall * 2)
  page.fillStyle = number % 2 ? '#b4692d' : '#8a9a3b'
  page.beginPath()
  page.ellipse(0, 0, 16, 8, 0, 0, 7)
  page.fill()
  page.restore()
}
function draw(page, time) {
  const part = time / SECONDS
  soil(page)
  sun(page, part)
  along(page, 0, part, '#3f2a1c', HEIGHT * 0.06)
  along(page, Math.max(0, part - 0.1 - 0.03 * Math.sin(time * 3)), part, '#d98c86', HEIGHT * 0.045)
  for (const number of [0, 1, 2]) leaf(page, number, time)
  page.fillStyle = '#20302c'
  page.font = HEIGHT * 0.06 + 'px sans-serif'
  page.fillText('Day ' + (1 + Math.floor(time / 4)), 16, HEIGHT * 0.1)
}
async function chimes() {
  const sound = new OfflineAudioContext(1, 48_000 * SECONDS, 48_000)
  for (let time = 0; time < SECONDS; time += 4) {
    const [tone, loud] = [sound.createOscillator(), sound.createGain()]
    tone.frequency.value = NOTES[(time / 4) % NOTES.length]
    loud.gain.setValueAtTime(0, time)
    loud.gain.linearRampToValueAtTime(0.25, time + 0.05)
    loud.gain.exponentialRampToValueAtTime(0.001, time + 1.4)
    tone.connect(loud).connect(sound.destination)
    tone.start(time)
    tone.stop(time + 1.5)
  }
  return sound.startRendering()
}
window.film = async () => {
  const canvas = new OffscreenCanvas(WIDTH, HEIGHT)
  const page = canvas.getContext('2d')
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() })
  const pictures = new CanvasSource(canvas, { codec: 'vp9', bitrate: 60_000, keyFrameInterval: 2 })
  const sounds = new AudioBufferSource({ codec: 'opus', bitrate: 16_000 })
  output.addVideoTrack(pictures, { frameRate: RATE })
  output.addAudioTrack(sounds)
  await output.start()
  for (let frame = 0; frame < SECONDS * RATE; frame++) {
    draw(page, frame / RATE)
    await pictures.add(frame / RATE, 1 / RATE)
  }
  await sounds.add(await chimes())
  await output.finalize()
  return Array.from(new Uint8Array(output.target.buffer))
}`

const [script] = (
  await build({
    stdin: { contents: drawing, resolveDir: 'web' },
    bundle: true,
    format: 'iife',
    write: false,
  })
).outputFiles
const browser = await chromium.launch({
  executablePath: process.env.OPPEN_CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
})
const page = await browser.newPage()
// encoders are there for pages that are safe to be at: one of this machine is
await page.route('http://localhost/', route => route.fulfill({ contentType: 'text/html', body: '' }))
await page.goto('http://localhost/')
await page.addScriptTag({ content: script.text })
const bytes = await page.evaluate(() => globalThis.film())
await writeFile('demo/media/worm.webm', Uint8Array.from(bytes))
await browser.close()
