// Preloaded with --import: says on standard error what the process needed at most, in kB.
process.on('exit', () => {
  process.stderr.write(`peak ${process.resourceUsage().maxRSS}\n`);
});
