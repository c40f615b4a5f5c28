import { fork } from 'node:child_process'
import { join } from 'node:path'
import { root } from './paths.mjs'

/** Starts the built server; resolves with its port once it listens, rejects with its exit code if it ends first. */
export function startServer({ databaseUrl, port = 0, logFile, sampleFilm = true, dataFolder = undefined }) {
  const child = fork(join(root, 'server', 'dist', 'main.js'), [], {
    cwd: root,
    // Requests leave many small things behind that die young: with room for them they are swept less often.
    execArgv: ['--max-semi-space-size=32'],
    // Its own process group: Ctrl-C reaches it through the script that started it.
    detached: true,
    stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      LOG_FILE: logFile,
      SAMPLE_FILM: sampleFilm ? 'yes' : 'no',
      NODE_ENV: 'production',
      ...(dataFolder && { DATA_FOLDER: dataFolder }),
    },
  })
  let said = ''
  child.stderr.on('data', (chunk) => (said = (said + chunk).slice(-4000)))
  return new Promise((resolve, reject) => {
    child.once('message', (message) => resolve({ process: child, port: message.listening, stop: () => stopped(child) }))
    child.once('error', reject)
    child.once('exit', (code) =>
      reject(Object.assign(new Error(said.trim() || `it ended with code ${code}`), { code })),
    )
  })
}

function stopped(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve()
  const gone = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGTERM')
  return gone
}
