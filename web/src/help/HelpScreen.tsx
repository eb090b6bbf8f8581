import { FirstSteps } from "./FirstSteps";
import { SHORTCUTS, WORDS } from "./words";

/** First steps, the product's own words, and the keys that do something. */
export default function HelpScreen() {
  return (
    <main className="page">
      <div className="sheet help" tabIndex={0} role="region" aria-label="Help">
        <h1>Help</h1>
        <section aria-label="First steps">
          <h2>First steps</h2>
          <FirstSteps />
        </section>
        <section aria-label="Words">
          <h2>Words</h2>
          <table className="ruled">
            <tbody>
              {Object.entries(WORDS).map(([word, meaning]) => (
                <tr key={word}>
                  <th className="margin" scope="row">
                    {word}
                  </th>
                  <td className="wrap">{meaning}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-label="Keys">
          <h2>Keys</h2>
          <table className="ruled">
            {SHORTCUTS.map(({ where, keys }) => (
              <tbody key={where}>
                <tr className="section">
                  <th className="margin" scope="rowgroup">
                    {where}
                  </th>
                  <td />
                </tr>
                {keys.map(([key, does]) => (
                  <tr key={key}>
                    <th className="margin wrap" scope="row">
                      {key}
                    </th>
                    <td className="wrap">{does}</td>
                  </tr>
                ))}
              </tbody>
            ))}
          </table>
        </section>
      </div>
    </main>
  );
}
