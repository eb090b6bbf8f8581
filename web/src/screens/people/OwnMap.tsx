import { Link } from "react-router";
import { api } from "../../api/client";
import type { RecordType, User } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { cellWords } from "../../ink/levels";
import { askedOf } from "../../question/asked";
import { MODES, useQuestionSearch, type AskedQuestion, type Mode } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";

type Props = { user: User; type: RecordType; question: AskedQuestion };

const NAMES = Object.keys(MODES) as Mode[];

/** What one person may do with each field, mode by mode; each glyph leads to its reasoning on the map. */
export function OwnMap({ user, type, question }: Props) {
  const search = useQuestionSearch();
  const key = `user:${user.id}`;
  const maps = NAMES.map((mode) =>
    api.useQuery("get", "/api/map", {
      params: {
        query: {
          ...askedOf({ ...question, mode, record: "" }),
          audiences: key,
          state: question.state,
        },
      },
    }),
  );
  if (maps.some((map) => !map.data && !map.error)) return <Loading what="Calculating the map" />;
  const cell = (place: number, field: string) =>
    maps[place]?.data?.rows.find((row) => row.field === field)?.cells[0];
  const to = (mode: Mode, field: string) =>
    [
      ["audiences", key],
      ["mode", mode],
      ["type", type.id],
      ["unit", question.unit],
      ["cell", `${field} ${key}`],
    ].reduce((found, [name = "", value = ""]) => withPart(found, name, value), search);
  return (
    <table className="ruled own-map">
      <thead>
        <tr>
          <th className="margin" style={{ width: 230 }}>
            Field
          </th>
          {NAMES.map((mode) => (
            <th key={mode}>{MODES[mode]}</th>
          ))}
        </tr>
      </thead>
      {type.sections.map((section) => (
        <tbody key={section.id}>
          <tr className="section">
            <th className="margin" scope="rowgroup">
              {section.name}
            </th>
            <td colSpan={NAMES.length} />
          </tr>
          {type.fields
            .filter((field) => field.section === section.id && !field.retired)
            .map((field) => (
              <tr key={field.id}>
                <th className="margin" scope="row">
                  {field.name}
                </th>
                {NAMES.map((mode, place) => {
                  const found = cell(place, field.id);
                  return (
                    <td key={mode}>
                      {found && (
                        <Link
                          to={{ pathname: "/map", search: to(mode, field.id) }}
                          aria-label={`${field.name}, ${MODES[mode]}: ${cellWords(found)}`}
                        >
                          <Glyph cell={found} named={false} />
                        </Link>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
        </tbody>
      ))}
    </table>
  );
}
