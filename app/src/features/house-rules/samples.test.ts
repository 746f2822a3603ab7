import { LEAK_SCHOOLS, SCHOOLS } from '@rugged/core';
import { sampleSays, type SampleMatter, sampleWords } from './samples';

const MATTERS = [
  ['temperature', 'temperatureSchool'],
  ['throttle', 'throttleSchool'],
  ['plug', 'plugSchool'],
  ['stroke', 'strokeSchool'],
  ['firstTest', 'firstTestSchool'],
  ['wetRise', 'wetRiseSchool'],
  ['compression', 'compressionSchool'],
  ['rebuild', 'rebuildSchool'],
] as const;

test.each(MATTERS)('%s: the sample shows that the choice changes something', (sample, matter) => {
  const says = SCHOOLS[matter].map((school) => sampleSays(sample, { [matter]: school }, 'psi'));
  for (const words of says) expect(words).toMatch(/^[A-Z].*[.?]$/s);
  expect(new Set(says).size).toBeGreaterThan(1);
});

test('spread and leak limits move the state of the sample', () => {
  const spread = (percent: number) =>
    sampleSays('spread', { spreadLimitPercent: percent, spreadWatchPercent: Math.min(10, percent) }, 'psi').split(
      '.',
    )[0];
  expect([spread(10), spread(25)]).toEqual(['Low', 'Watch']);
  const leak = LEAK_SCHOOLS.map(
    ({ sound, watch, fault }) =>
      sampleSays('leak', { leakSoundPercent: sound, leakWatchPercent: watch, leakFaultPercent: fault }, 'psi').split(
        '.',
      )[0],
  );
  expect(leak).toEqual(['Low', 'Watch']);
});

test('figures stand in the unit of the shop', () => {
  for (const matter of ['spread', 'temperature', 'compression'] as SampleMatter[]) {
    expect(sampleWords(matter, 'bar')).toMatch(/\d\.\d.* bar/);
    expect(`${sampleWords(matter, 'bar')}${sampleSays(matter, {}, 'bar')}`).not.toContain('psi');
  }
});
