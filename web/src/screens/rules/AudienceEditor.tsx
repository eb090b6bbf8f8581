import { Radio, Select } from "antd";
import { useState } from "react";
import { useDirectory, usePeople } from "../../api/queries";
import type { Audience } from "../../api/types";
import { audienceOptions, principalKey, principalOf } from "../../shared/audiences";
import { optionHolds } from "../../shared/optionHolds";

/** Whom the rule is for. Everyone is a choice of its own, never what blank means. */
export function AudienceEditor({
  audience,
  onChange,
}: {
  audience: Audience;
  onChange: (audience: Audience) => void;
}) {
  const [search, setSearch] = useState("");
  const directory = useDirectory();
  const people = usePeople(search, "", 1, 30);
  const any = (audience.any ?? []).map(principalKey);
  const except = (audience.except ?? []).map(principalKey);
  const options = audienceOptions(directory.data, people.data?.items ?? []);
  const filter = {
    onSearch: setSearch,
    filterOption: optionHolds,
  };
  const put = (everyone: boolean, named: string[], excepted: string[]) => {
    const rest = excepted.length > 0 ? { except: excepted.map(principalOf) } : {};
    onChange(everyone ? { everyone: true, ...rest } : { any: named.map(principalOf), ...rest });
  };
  return (
    <>
      <Radio.Group
        aria-label="Audience"
        value={audience.everyone ? "everyone" : "named"}
        onChange={(event) => put(event.target.value === "everyone", any, except)}
        options={[
          { value: "named", label: "any of these" },
          { value: "everyone", label: "everyone" },
        ]}
      />
      {!audience.everyone && (
        <Select
          mode="multiple"
          aria-label="Any of"
          placeholder="Roles, groups, departments, units, people"
          value={any}
          options={options}
          showSearch={filter}
          onChange={(named) => put(false, named, except)}
        />
      )}
      <Select
        mode="multiple"
        aria-label="Except"
        placeholder="except no one"
        value={except}
        options={options}
        showSearch={filter}
        onChange={(excepted) => put(Boolean(audience.everyone), any, excepted)}
        prefix={except.length > 0 ? "except" : undefined}
      />
    </>
  );
}
