import { rugged } from './rugged';

void rugged(process.argv.slice(2)).then(({ code, out, err }) => {
  if (err) process.stderr.write(`${err}\n`);
  process.exitCode = code;
  if (out) process.stdout.write(`${out}\n`);
});
