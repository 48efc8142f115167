# frozen_string_literal: true

module Demo
  # The words of Hollin Sound Ferries with the short forms that the old system uses, and the house's rulebooks.
  module Words
    TITLE = "Hollin Sound words"
    # word => short form or forms
    PLAIN = {
      "Vessel" => "VSL", "Class" => "CLS", "Harbour" => "HBR", "Berth" => "BRTH", "Route" => "RTE", "Leg" => "LEG",
      "Sailing" => "SLG", "Timetable" => "TTB",
      "Crew" => "CRW", "Member" => "MBR", "Watch" => "WTCH", "Certificate" => "CERT", "Passenger" => "PSG",
      "Booking" => "BKG", "Booked" => "BKD", "Vehicle" => "VHC", "Fare" => "FARE", "Ticket" => "TKT",
      "Tide" => "TIDE", "Prediction" => "PRDN", "Inspection" => "INSP", "Defect" => "DFCT", "Work" => "WRK",
      "Order" => "ORD", "Fuel" => "FUEL", "Delivery" => "DLVY", "Lost" => "LOST", "Item" => "ITM",
      "Hull" => "HULL", "Call" => "CALL", "Sign" => "SGN", "Gross" => "GRS", "Tonnage" => "TON", "Capacity" => "CAP",
      "Island" => "ISL", "Planned" => "PLN", "Actual" => "ACTL", "Departure" => "DPT",
      "Arrival" => "ARR", "Supervisor" => "SUPV", "Join" => "JOIN", "Joined" => "JND", "Total" => "TOT",
      "Dwell" => "DWL", "Sequence" => "SEQ", "Severity" => "SVRT", "Band" => "BAND", "Licence" => "LIC",
      "Plate" => "PLT",
      "Load" => "LOAD", "From" => "FROM", "To" => "TO", "Estimated" => "EST", "Estate" => "EST", "Metre" => "M",
      "Axle" => "AXL", "Seat" => "SEAT", "Deck" => "DCK", "Officer" => "OFCR", "Engineer" => "ENGR",
      "Engine" => "ENG", "Speed" => "SPD", "Height" => "HGT", "Valid" => "VLD", "Expiry" => "EXP", "Issued" => "ISS",
      "Paid" => "PD", "Cancelled" => "CNX", "Purchase Order" => "PO",
      "Price" => "PRC", "Title" => "TTL", "Cost" => "CST", "Adult" => "ADLT", "Child" => "CHLD", "Assistance" => "ASST",
      "Beam" => "BEAM", "Boarded" => "BRDD", "Car" => "CAR", "Lorry" => "LRRY", "Coach" => "CCH",
      "Crossing" => "CRSG", "Depth" => "DPTH", "Discount" => "DISC", "Distance" => "DIST", "Duty" => "DTY",
      "Goods" => "GDS", "Grade" => "GRD", "Hazardous" => "HAZ", "High" => "HIGH", "Inspector" => "INSPR",
      "Kind" => "KND", "Lane" => "LANE", "Note" => "NOTE", "Rank" => "RNK", "Registration" => "REG",
      "Seasonal" => "SEAS", "Service" => "SVC", "Short" => "SHRT", "Water" => "WTR", "Home" => "HOME",
      "Predicted" => "PRD",
      "Delivered" => "DLVD", "Inspected" => "INSPD", "Opened" => "OPND", "Closed" => "CLSD", "Found" => "FND",
      "Returned" => "RTND", "Launched" => "LNCD", "Starts" => "STRT", "Ends" => "END"
    }.freeze
    # class word => [short form, the domain it suggests]
    CLASS = { "Code" => [ "CD", "Code3" ], "Name" => [ "NM", "Person Name" ], "Number" => [ "NBR", "" ],
              "Identifier" => [ "ID", "" ], "Date" => [ "DT", "" ], "Time" => [ "TM", "Timestamp" ],
              "Status" => [ "STS", "" ],
              "Type" => [ "TYP", "" ], "Quantity" => [ "QTY", "" ], "Amount" => [ "AMT", "Money Amount" ],
              "Reference" => [ "REF", "Reference" ], "Length" => [ "LEN", "Metres" ], "Email" => [ "EML", "" ],
              "Percentage" => [ "PCT", "Percentage" ], "Flag" => [ "FLG", "Flag" ], "Description" => [ "DSC", "Note" ],
              "Weight" => [ "WGT", "Tonnes" ] }.freeze
    # Words that the company no longer wants in its models, and what to say.
    FORBIDDEN = { "Boat" => "Vessel", "Ship" => "Vessel", "Client" => "Passenger", "Trip" => "Sailing",
                  "Port" => "Harbour" }.freeze
    CONTEXT = { "Estimated" => [ "Arrival", "Departure", "Time" ], "Estate" => [ "Vehicle", "Car" ] }.freeze
    SOURCE = "HSOPS data dictionary"
    # The house's rulebooks: name => the one that ships which it begins as.
    RULEBOOKS = { "Hollin Sound names" => "many", "HSOPS names" => "short" }.freeze

    module_function

    # ChangeSet of the lexicon.
    def change_set(ids:)
      Kelvath::Draft.change(Kelvath::Model::EMPTY, ids:) do |draft|
        draft.add(:header, name: TITLE,
                  definition: "What the company's words are, and how the old system shortened them.")
        draft.add_all(
          rows.map { |values| Kelvath::Metamodel::LexiconEntry.new(id: ids.next, source: SOURCE, **values) }
        )
      end
    end

    def lexicon(ids:) = Kelvath::Naming::Lexicon.of(change_set(ids:).apply(Kelvath::Model::EMPTY))

    def rows
      PLAIN.map { |name, short| { name:, short_forms: [ short ], context: CONTEXT.fetch(name, []) } } +
        CLASS.map { |name, (short, domain_name)| { name:, short_forms: [ short ], domain_name:, class_word: true } } +
        FORBIDDEN.map { |name, instead| { name:, instead:, status: "forbidden" } }
    end
  end
end
