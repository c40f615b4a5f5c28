// Imported first by every command: an older Node would install and build things that do not fit it.
const [major, minor] = process.versions.node.split('.').map(Number)
const fits =
  (major === 20 && minor >= 19) || (major === 22 && minor >= 13) || (major === 24 && minor >= 11) || major > 24
if (!fits) {
  process.stderr.write(
    `Node.js ${process.versions.node} does not fit: install 20.19 or later, 22.13 or later, or 24.11 or later, and start again.\n`,
  )
  process.exit(1)
}
