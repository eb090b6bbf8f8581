import { useDirectory, usePeople } from "../../api/queries";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { Memberships } from "../people/Memberships";
import { OwnMap } from "../people/OwnMap";

/** What a person is in, and what they can do with each field in each mode. person: identifier. */
export function AboutPerson({ person }: { person: string }) {
  const { question, type } = useSubject();
  const directory = useDirectory();
  const user = usePeople(person, "", 1, 50).data?.items.find((each) => each.id === person);
  if (!user || !directory.data) return <Loading />;
  return (
    <>
      <section aria-label="Memberships">
        <Memberships user={user} directory={directory.data} />
      </section>
      <section aria-label="What they can see and edit">
        <h2>What they can see and edit</h2>
        {type && <OwnMap user={user} type={type} question={question} />}
      </section>
    </>
  );
}
