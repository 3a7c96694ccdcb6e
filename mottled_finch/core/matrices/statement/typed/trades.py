"""What words of many trades say: which stand for records, which for the same, what numbers are that are not added up."""

from .words import key_of

RECORD_WORDS = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "records rows entries lines items cases events observations readings measurements samples people persons "
            "employees staff "
            "workers headcount heads patients visits transactions orders sales tickets requests calls loans accounts "
            "matches games "
            "admissions discharges stays hires leavers trips bookings journeys departures arrivals deliveries shipments "
            "complaints "
            "incidents students pupils members users customers clients visitors guests sessions volume frequency occurrences "
            "invoices payments claims policies projects tasks issues defects faults failures harvests fields volumes "
            "rentals flights rides appointments responses answers surveys jobs applications applicants candidates "
            "subscriptions "
            "signups leads deals contracts properties houses cars vehicles "
        ).split(),
    )
)
"""Words for records, whatever these are, where no field is called so."""

SAME: tuple[frozenset[str], ...] = tuple(
    frozenset(map(key_of, line.split()))
    for line in (
        "revenue sales turnover takings income receipts",
        "customer client account buyer",
        "employee staff worker person",
        "country nation land",
        "product item article sku",
        "cost expense spend expenditure",
        "profit margin earnings",
        "quantity units volume pieces qty",
        "store shop branch outlet",
        "department division dept",
        "pay salary wage wages compensation remuneration",
        "temperature temp heat",
        "energy consumption power electricity",
        "delay late lateness",
        "duration time length",
        "area size surface",
        "price fee rate tariff",
        "budget plan target goal forecast quota",
        "gender sex",
        "satisfaction csat rating",
        "region area territory",
        "site location place",
        "date day",
        "vendor supplier seller",
        "city town",
        "team group squad",
        "discount rebate reduction",
        "weight mass",
        "type kind category",
    )
)
"""Words that are taken for one another where just one field can be meant."""

SHORT_FORMS: dict[str, str] = {
    "dep": "departure",
    "arr": "arrival",
    "dest": "destination",
    "orig": "origin",
    "sched": "scheduled",
    "exp": "expectancy",
    "dir": "direction",
    "mfr": "manufacturer",
    "vol": "volume",
    "bal": "balance",
    "txn": "transaction",
    "trans": "transaction",
    "cnt": "count",
    "stat": "status",
    "amt": "amount",
    "amnt": "amount",
    "qty": "quantity",
    "cust": "customer",
    "seg": "segment",
    "int": "interest",
    "pct": "percent",
    "perc": "percent",
    "temp": "temperature",
    "dept": "department",
    "cat": "category",
    "rev": "revenue",
    "avg": "average",
    "num": "number",
    "no": "number",
    "nr": "number",
    "prod": "product",
    "acct": "account",
    "addr": "address",
    "emp": "employee",
    "mgr": "manager",
    "inv": "invoice",
    "desc": "description",
    "loc": "location",
    "lvl": "level",
    "dur": "duration",
    "dist": "distance",
    "resp": "response",
    "sat": "satisfaction",
    "min": "minutes",
    "hrs": "hours",
    "hr": "hour",
    "yr": "year",
    "mth": "month",
    "ctry": "country",
    "reg": "region",
    "chan": "channel",
    "prio": "priority",
    "tot": "total",
    "pop": "population",
}
"""Words of heads, in short."""

UNITS: dict[str, tuple[str, ...]] = {
    "c": ("degree", "celsius"),
    "f": ("degree", "fahrenheit"),
    "eur": ("euro",),
    "gbp": ("pound",),
    "usd": ("dollar",),
    "chf": ("franc",),
    "pct": ("percent",),
    "percent": ("percent",),
    "ppm": ("ppm",),
    "kwh": ("kwh",),
    "mwh": ("mwh",),
    "kw": ("kw",),
    "v": ("volt", "voltage"),
    "mm": ("millimeter",),
    "cm": ("centimeter",),
    "m": ("meter",),
    "km": ("kilometer", "km"),
    "mi": ("mile",),
    "kg": ("kilogram", "kilo"),
    "g": ("gram",),
    "t": ("ton", "tonne"),
    "ha": ("hectare",),
    "l": ("liter",),
    "min": ("minute",),
    "minute": ("minute",),
    "sec": ("second",),
    "s": ("second",),
    "ms": ("millisecond",),
    "h": ("hour",),
    "hr": ("hour",),
    "hour": ("hour",),
    "day": ("day",),
    "year": ("year",),
    "mb": ("mb",),
    "gb": ("gb",),
}
"""Units at the end of heads, with the words that name them."""

DAYS_LONG = frozenset(map(key_of, ("stay", "duration", "length", "days", "age", "delay", "tenure")))
"""Words of fields that may be counted in days."""

AVERAGED = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "rate rates ratio pct percent percentage share score rating satisfaction grade level index age price "
            "temperature temp "
            "humidity ppm pressure voltage battery speed velocity time duration minutes hours seconds latency delay late "
            "lateness wait "
            "waiting length stay height depth width discount salary wage pay income occupancy utilization efficiency "
            "engagement "
            "per average avg mean median possession probability intensity density concentration co2 ph rainfall precipitation "
            "percap capita expectancy humid mass dti ltv roi ctr cpc cpa cpm arpu nps csat gpa bmi iq tenure experience "
            "rank position stars quality accuracy "
            "interest attendance moisture brightness noise luminosity viscosity hardness rh tax heart bp "
            "year mileage mpg horsepower displacement acceleration response resolution"
        ).split(),
    )
)
"""Words of fields whose numbers are not added up."""

ADDED = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "total sum revenue sales turnover takings amount cost expense spend profit quantity units count number volume "
            "budget plan "
            "fte headcount energy kwh goals points cards weight area"
        ).split(),
    )
)
"""Words of fields whose numbers are added up, whatever else is in their names."""

GENERIC = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "date time type name rate amount value number level code id no reading score figure use usage group class kind "
            "count days "
            "total voltage status percentage the of per in and at by on"
        ).split(),
    )
)
"""Words that alone name no field, and that may stand behind one without changing what is meant."""

RISING: dict[str, tuple[int, tuple[str, ...]]] = {
    "hottest": (1, ("temperature", "temp")),
    "warmest": (1, ("temperature", "temp")),
    "coldest": (-1, ("temperature", "temp")),
    "coolest": (-1, ("temperature", "temp")),
    "cheapest": (-1, ("price", "cost", "rent")),
    "dearest": (1, ("price", "cost")),
    "expensive": (1, ("cost", "price")),
    "slowest": (1, ("time", "duration", "minutes", "hours", "latency")),
    "fastest": (-1, ("time", "duration", "minutes", "hours", "latency")),
    "quickest": (-1, ("time", "duration", "minutes", "hours", "latency")),
    "longest": (1, ("length", "duration", "time", "stay", "hours", "minutes", "distance")),
    "shortest": (-1, ("length", "duration", "time", "stay", "hours", "minutes", "distance")),
    "oldest": (1, ("age",)),
    "youngest": (-1, ("age",)),
    "wettest": (1, ("rain", "rainfall", "precipitation", "humidity", "moisture")),
    "driest": (-1, ("rain", "rainfall", "precipitation", "humidity", "moisture")),
    "busiest": (1, ()),
    "quietest": (-1, ()),
    "heaviest": (1, ("weight", "mass")),
    "lightest": (-1, ("weight", "mass")),
    "profitable": (1, ("profit", "margin")),
    "satisfied": (1, ("satisfaction", "rating", "score")),
}
"""Adjectives that order by a field, most (1) or least (-1) first; without words the number of records is meant."""

BAD = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "late delay delayed cost complaint complaints error errors defect defects fault faults failure failures churn "
            "wait waiting "
            "default debt loss losses missed cancelled canceled overdue absence sick returned return reopened readmitted "
            "downtime risk"
        ).split(),
    )
)
"""Words of what is worse the more there is of it."""

PERSONS = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "agent agents employee employees staff consultant referee people person patient patients rep seller customer "
            "customers client "
            "clients owner assignee driver doctor teacher author user users name men women children adult adults student "
            "students member "
            "members worker workers guests passengers players donors voters"
        ).split(),
    )
)
"""Words for persons: "who" asks for a field that is called so, and those over 50 are so old."""

CALENDAR = frozenset(
    map(key_of, ("year", "month", "day", "hour", "minute", "second", "week", "weekday", "quarter", "date", "time"))
)
"""Words of numbers that say when; nobody adds these up, or takes their average."""

PLACES = frozenset(
    map(
        key_of,
        (  # noqa: SIM905
            "place location site store shop branch ward hospital region country city state town area room building "
            "venue pier station "
            "office warehouse district county street plant farm airport port school"
        ).split(),
    )
)
"""Words for places: "where" asks for a field that is called so."""
