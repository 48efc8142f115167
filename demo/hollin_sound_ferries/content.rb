# frozen_string_literal: true

module Demo
  class HollinSoundFerries
    # What the company keeps data about, as plain lists.
    module Content
      # name => [type, definition, allowed values]
      DOMAINS = {
        "Code3" => [ "text(3)", "A short code of three letters." ],
        "Reference" => [ "text(12)", "A reference that is given out once and printed on papers." ],
        "Person Name" => [ "text(80)", "The name of a person as they write it." ],
        "Title" => [ "text(60)", "What something is called in signs and papers." ],
        "Money Amount" => [ "decimal(9,2)", "An amount in the company's currency." ],
        "Percentage" => [ "decimal(5,2)", "A share of a hundred." ],
        "Timestamp" => [ "timestamp", "A moment in local time." ],
        "Flag" => [ "boolean", "Yes or no." ],
        "Metres" => [ "decimal(6,2)", "A length in metres." ],
        "Tonnes" => [ "decimal(8,2)", "A mass in tonnes." ],
        "Minutes" => [ "integer", "A time span in minutes." ],
        "Count" => [ "integer", "A whole number of things." ],
        "Sequence Number" => [ "integer", "A place in an order, from one." ],
        "Note" => [ "long text", "Free text." ],
        "Fare Band" => [ "text(10)", "When a sailing is dear or cheap.", [ "off-peak", "standard", "peak" ] ],
        "Defect Severity" => [ "text(10)", "How much a defect matters.", %w[minor major critical] ],
        "Sailing Status" => [ "text(10)", "How far a sailing has come.",
                              %w[planned boarding underway arrived cancelled] ],
        "Vehicle Kind" => [ "text(10)", "What a booked vehicle is.", %w[car lorry coach] ]
      }.freeze

      AREA_COLOURS = { "Fleet" => "sky", "Network" => "sage", "Operations" => "straw", "Sales" => "clay" }.freeze

      # diagram => [subject area, how it is drawn]
      PICTURES = {
        "Fleet in IDEF1X" => [ "Fleet", { stage: "logical", notation: "idef1x" } ],
        "Sales as classes" => [ "Sales", { stage: "logical", notation: "uml", migrated_shown: false } ],
        "Network after Chen" => [ "Network", { stage: "concept", notation: "chen", detail: "identifiers",
                                               migrated_shown: false, layout: "organic" } ],
        "Operations at a glance" => [ "Operations", { stage: "logical", notation: "crows_foot", optional_shown: true,
                                                      coloured_by: "subject area" } ]
      }.freeze

      # subject area => { entity => [definition, attributes as "Name: type: marks"] }
      ENTITIES = {
        "Fleet" => {
          "Vessel Class" => [ "A design that several vessels share.", "Code: Code3: *", "Title: Title: !",
                              "Length: Metres: !", "Beam: Metres", "Passenger Capacity: Count: !",
                              "Lane Length: Metres" ],
          "Vessel" => [ "A ferry that the company owns or charters.", "Hull Number: Reference: *", "Name: Title: !",
                        "Call Sign: text(10): @", "Gross Tonnage: Tonnes", "Launched On: date", "In Service: Flag: !" ],
          "Inspection" => [ "A planned look at one vessel by an inspector.", "Inspection Number: Sequence Number: *",
                            "Inspected On: date: !", "Inspector Name: Person Name", "Passed: Flag" ],
          "Defect" => [ "Something found wrong in an inspection.", "Defect Number: Sequence Number: *",
                        "Severity: Defect Severity: !", "Description: Note: !", "Cleared At: Timestamp" ],
          "Work Order" => [ "A job given out to put defects right.", "Reference: Reference: *", "Opened On: date: !",
                            "Closed On: date", "Estimated Cost: Money Amount" ],
          "Fuel Delivery" => [ "Fuel pumped into a vessel at a berth.", "Delivery Number: Reference: *",
                               "Delivered At: Timestamp: !", "Quantity: Tonnes: !", "Cost: Money Amount" ]
        },
        "Network" => {
          "Harbour" => [ "A place on an island where ferries call.", "Code: Code3: *", "Name: Title: !",
                         "Island Name: Title: !", "Short Name: text(20): @" ],
          "Berth" => [ "A place at a harbour where one vessel can lie.", "Berth Number: Sequence Number: *",
                       "Length: Metres: !", "Depth: Metres: !", "Has Ramp: Flag: !" ],
          "Route" => [ "A line of harbours that is served again and again.", "Code: Code3: *", "Title: Title: !",
                       "Seasonal: Flag: !" ],
          "Route Leg" => [ "A crossing from one harbour to the next on a route.", "Leg Number: Sequence Number: *",
                           "Crossing Time: Minutes: !", "Distance: decimal(6,1)" ],
          "Route Call" => [ "A harbour's place in a route, with the time spent there.",
                            "Call Order: Sequence Number: !", "Dwell Time: Minutes: !" ],
          "Timetable" => [ "The plan of sailings for one season.", "Code: Reference: *", "Valid From: date: !",
                           "Valid To: date: !" ],
          "Tide Prediction" => [ "The height of water expected at a harbour.", "Predicted For: Timestamp: *",
                                 "Height: Metres: !", "High Water: Flag: !" ]
        },
        "Operations" => {
          "Sailing" => [ "One departure of a vessel on a route.", "Sailing Number: Reference: *",
                         "Planned Departure: Timestamp: !", "Actual Departure: Timestamp",
                         "Planned Arrival: Timestamp: !", "Actual Arrival: Timestamp", "Status: Sailing Status: !" ],
          "Crew Member" => [ "A person who works on board.", "Crew Number: Reference: *", "Name: Person Name: !",
                             "Joined On: date: !", "Home Harbour Note: Note" ],
          "Deck Officer" => [ "A crew member who may command or keep a bridge watch.", "Rank: Title: !",
                              "Pilotage Exempt: Flag: !" ],
          "Engineer" => [ "A crew member who runs the engines.", "Engine Grade: Code3: !" ],
          "Watch" => [ "A crew member's duty on one sailing.", "Starts At: Timestamp: *", "Ends At: Timestamp: !",
                       "Duty: Title: !" ],
          "Certificate" => [ "A licence that a crew member holds.", "Certificate Number: Reference: *",
                             "Title: Title: !", "Issued On: date: !", "Expires On: date" ]
        },
        "Sales" => {
          "Passenger" => [ "A person who travels or books.", "Passenger Number: Reference: *", "Name: Person Name: !",
                           "Email: text(120)", "Needs Assistance: Flag: !" ],
          "Booking" => [ "An order for places on sailings, made by one passenger.",
                         "Booking Number: Sequence Number: *", "Reference: Reference: @", "Made At: Timestamp: !",
                         "Total: Money Amount: !", "Discount: Percentage" ],
          "Ticket" => [ "A place for one person on one sailing.", "Ticket Number: Sequence Number: *",
                        "Price: Money Amount: !", "Boarded At: Timestamp" ],
          "Fare" => [ "The price of a place on a route in a fare band.", "Band: Fare Band: *", "Valid From: date: *",
                      "Adult Price: Money Amount: !", "Child Price: Money Amount: !" ],
          "Booked Vehicle" => [ "A vehicle that takes deck space in a booking.", "Vehicle Number: Sequence Number: *",
                                "Registration: text(12): !", "Length: Metres: !", "Kind: Vehicle Kind: !" ],
          "Car" => [ "A booked vehicle for private use.", "Roof Box: Flag: !" ],
          "Lorry" => [ "A booked vehicle that carries goods.", "Laden Weight: Tonnes: !", "Hazardous Goods: Flag: !" ],
          "Coach" => [ "A booked vehicle that carries a party.", "Seats: Count: !" ],
          "Lost Item" => [ "Something found on board and kept for its owner.", "Item Number: Reference: *",
                           "Description: Note: !", "Found At: Timestamp: !", "Returned: Flag: !" ]
        }
      }.freeze

      # Both sentences of each relationship, with what they do not say.
      RELATIONSHIPS = {
        "Each Vessel Class may describe many Vessels. Each Vessel must be built to exactly one Vessel Class." => {},
        "Each Vessel may undergo many Inspections. Each Inspection must be made of exactly one Vessel." =>
          { identifying: true },
        "Each Inspection may find many Defects. Each Defect must be found in exactly one Inspection." =>
          { identifying: true },
        "Each Defect may come back as many Defects. Each Defect may recur from at most one Defect." =>
          { role_name: "Earlier" },
        "Each Work Order may put right many Defects. Each Defect may be put right by at most one Work Order." => {},
        "Each Vessel may take many Fuel Deliveries. Each Fuel Delivery must be pumped into exactly one Vessel." => {},
        "Each Berth may see many Fuel Deliveries. Each Fuel Delivery may take place at at most one Berth." => {},
        "Each Harbour may have many Berths. Each Berth must lie in exactly one Harbour." => { identifying: true },
        "Each Route may consist of many Route Legs. Each Route Leg must belong to exactly one Route." =>
          { identifying: true },
        "Each Harbour may begin many Route Legs. Each Route Leg must leave from exactly one Harbour." =>
          { role_name: "From Harbour" },
        "Each Harbour may end many Route Legs. Each Route Leg must arrive at exactly one Harbour." =>
          { role_name: "To Harbour" },
        "Each Route may make many Route Calls. Each Route Call must be made on exactly one Route." =>
          { identifying: true },
        "Each Harbour may receive many Route Calls. Each Route Call must be made at exactly one Harbour." =>
          { identifying: true },
        "Each Harbour may have many Tide Predictions. Each Tide Prediction must hold for exactly one Harbour." =>
          { identifying: true },
        "Each Timetable may announce many Sailings. Each Sailing must be announced in exactly one Timetable." => {},
        "Each Route may be served by many Sailings. Each Sailing must run on exactly one Route." => {},
        "Each Vessel may make many Sailings. Each Sailing must be made by exactly one Vessel." => {},
        "Each Berth may be assigned to many Sailings. Each Sailing may depart from at most one Berth." => {},
        "Each Crew Member may supervise many Crew Members. Each Crew Member may be supervised by at most one Crew " \
        "Member." => { role_name: "Supervisor" },
        "Each Crew Member may stand many Watches. Each Watch must be stood by exactly one Crew Member." =>
          { identifying: true },
        "Each Sailing must have at least one Watch. Each Watch must be stood on exactly one Sailing." =>
          { identifying: true },
        "Each Crew Member may hold many Certificates. Each Certificate must be held by exactly one Crew Member." => {},
        "Each Passenger may make many Bookings. Each Booking must be made by exactly one Passenger." => {},
        "Each Booking must contain at least one Ticket. Each Ticket must belong to exactly one Booking." =>
          { identifying: true },
        "Each Passenger may travel on many Tickets. Each Ticket must be used by exactly one Passenger." =>
          { role_name: "Traveller" },
        "Each Sailing may be open to many Tickets. Each Ticket must be valid for exactly one Sailing." => {},
        "Each Route may be priced by many Fares. Each Fare must apply to exactly one Route." => { identifying: true },
        "Each Fare may be charged on many Tickets. Each Ticket must be charged by exactly one Fare." =>
          { role_name: "Fare" },
        "Each Booking may include many Booked Vehicles. Each Booked Vehicle must be included in exactly one Booking." =>
          { identifying: true },
        "Each Sailing may turn up many Lost Items. Each Lost Item must be found on exactly one Sailing." => {},
        "Each Passenger may claim many Lost Items. Each Lost Item may be claimed by at most one Passenger." => {},
        "Each Engineer may maintain many Vessel Classes. Each Vessel Class may be maintained by many Engineers." => {}
      }.freeze

      # name => [entity, subtypes, options]
      SUBTYPES = {
        "Booked Vehicle kinds" => [ "Booked Vehicle", %w[Car Lorry Coach], { exclusive: true, complete: true } ],
        "Crew Member duties" => [ "Crew Member", [ "Deck Officer", "Engineer" ], { exclusive: false, complete: false } ]
      }.freeze
    end
  end
end
