import { rugged } from './rugged';

const { code, out, err } = rugged(process.argv.slice(2));
if (err) process.stderr.write(`${err}\n`);
process.exitCode = code;
if (out) process.stdout.write(`${out}\n`);
