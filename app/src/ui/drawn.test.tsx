import { render, screen } from '@testing-library/react-native';
import type { ReactElement } from 'react';
import { Dial } from './dial';
import { EnginePlan, MiniPlan } from './engine-plan';
import { ThemeProvider } from './theme';

// The page is the browser's business.
beforeAll(() => {
  Object.assign(globalThis, {
    document: { documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
  });
});

const show = (element: ReactElement) => render(<ThemeProvider>{element}</ThemeProvider>);

test('the dial says in words what it shows', () => {
  show(<Dial shown="112" figure={112} unit="psi" fullScale={300} min={117} others={[{ name: '1', at: 142 }]} />);
  expect(screen.getByLabelText('Gauge, 112 psi, minimum 117, 1 142')).toBeTruthy();
});
test('an empty dial says that there is no reading', () => {
  show(<Dial shown="" unit="bar" fullScale={20} />);
  expect(screen.getByLabelText('Gauge, no reading yet')).toBeTruthy();
});
test('every cylinder of the plan can be named and pressed', () => {
  const pressed: string[] = [];
  show(
    <EnginePlan
      engine={{ layout: 'vee', family: 'outboard', cylinders: ['1', '2', '3'] }}
      unit="psi"
      cylinders={[{ id: '1', state: 'low', figure: '112' }]}
      onPress={(id) => pressed.push(id)}
    />,
  );
  expect(screen.getByLabelText('Cylinder 1, Low, 112 psi. Test it')).toBeTruthy();
  expect(screen.getAllByLabelText(/Unproven, not measured. Test it/)).toHaveLength(2);
});
test('the miniature names the states it draws', () => {
  show(
    <MiniPlan
      engine={{ layout: 'flat', family: 'motorcycle', cylinders: ['L', 'R'] }}
      states={
        new Map([
          ['L', 'sound'],
          ['R', 'dead'],
        ])
      }
    />,
  );
  expect(screen.getByLabelText('Engine plan: cylinder L Sound, cylinder R Dead')).toBeTruthy();
});
