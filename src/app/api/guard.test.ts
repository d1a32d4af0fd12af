import { refusal } from './guard';

const ask = (headers: Record<string, string>) => refusal(new Headers(headers));

describe('where a request comes from', () => {
  it('is let in from its own address, with or without an origin', () => {
    expect(ask({ host: '127.0.0.1:3210' })).toBeNull();
    expect(ask({ host: 'localhost:3210', origin: 'http://localhost:3210' })).toBeNull();
    expect(ask({ host: '[::1]:3210' })).toBeNull();
    expect(
      ask({ host: '127.0.0.1:3210', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }),
    ).toBeNull();
  });
  it('is refused from another site, another port, or by a name that only resolves to here', () => {
    expect(ask({ host: 'shop.example:3210' })).toMatch(/own address/);
    expect(ask({})).toMatch(/own address/);
    expect(ask({ host: '127.0.0.1:3210', origin: 'http://127.0.0.1:9999' })).toMatch(/another site/);
    expect(ask({ host: '127.0.0.1:3210', origin: 'null' })).toMatch(/another site/);
    expect(ask({ host: '127.0.0.1.example' })).toMatch(/own address/);
    expect(
      ask({ host: '127.0.0.1:3210', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }),
    ).toMatch(/another site/);
  });
});
