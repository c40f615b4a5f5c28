// What goes wrong in a built test is told by the line of its source.
process.setSourceMapsEnabled(true)
