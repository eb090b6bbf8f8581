# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Small files to begin with, for those who would rather fill in than write: each comes in as it is.
    module Templates
      FIELDS_CSV = <<~CSV
        name,kind,section,label,options,required,help,formula
        Visit number,auto-number,The visit,open,,,,
        Visitor,text,The visit,internal,,yes,Full name of the visitor,
        Date,date,The visit,open,,yes,,
        Purpose,choice,The visit,open,Study|Repair|Delivery,,,
        Guided,yes or no,The visit,open,,,,
        People,whole number,Costs,open,,,,
        Fee for one,money,Costs,internal,,,,
        Fee,computed,Costs,internal,,,,people * fee_for_one
        Notes,long text,Costs,confidential,,,,
      CSV

      FIELDS_JSON_SCHEMA = <<~JSON
        {
          "$schema": "https://json-schema.org/draft/2020-12/schema",
          "title": "Visit",
          "type": "object",
          "required": ["visitor", "date"],
          "properties": {
            "visitor": { "title": "Visitor", "type": "string", "description": "Full name of the visitor" },
            "date": { "title": "Date", "type": "string", "format": "date" },
            "purpose": { "title": "Purpose", "enum": ["Study", "Repair", "Delivery"] },
            "guided": { "title": "Guided", "type": "boolean" },
            "people": { "title": "People", "type": "integer" }
          }
        }
      JSON

      PEOPLE_LDIF = <<~LDIF
        dn: uid=ada.example,ou=people,dc=museum,dc=example
        objectClass: inetOrgPerson
        uid: ada.example
        cn: Ada Example
        sn: Example
        mail: ada@museum.example
        employeeType: guide
        departmentNumber: visits

        dn: cn=first-aiders,ou=groups,dc=museum,dc=example
        objectClass: groupOfNames
        cn: first-aiders
        description: First aiders
        member: uid=ada.example,ou=people,dc=museum,dc=example
      LDIF

      # By the kind of import: [name of the file, its text].
      ALL = {
        "fields-csv" => ["fields.csv", FIELDS_CSV],
        "fields-json-schema" => ["record-type.schema.json", FIELDS_JSON_SCHEMA],
        "people-ldif" => ["people.ldif", PEOPLE_LDIF]
      }.freeze
    end
  end
end
