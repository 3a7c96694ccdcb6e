"""Eight made-up tables of unlike trades, with heads as exports have them. Small: what counts is fields, members and dates."""

import datetime
import io
import random
from collections.abc import Callable
from functools import cache
from typing import Any

from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import read_file
from mottled_finch.core.tables.table import Table

RECORDS = 400
Draw = Callable[[random.Random, int], Any]


def one_of(*members: str) -> Draw:
    """Each of the members in turn, so that none is left out."""
    return lambda _, i: members[(i * 7 + i // len(members)) % len(members)]


def number(low: float, high: float, digits: int = 0) -> Draw:
    def drawn(chance: random.Random, _: int) -> float:
        value = round(chance.uniform(low, high), digits)
        return value if digits else int(value)

    return drawn


def spread(first: str, last: str, *, hours: bool = False, later: int = 0) -> Draw:
    """Dates from the first to the last, both among them; ``later`` by so many days."""
    begin, end = (datetime.date.fromisoformat(each) for each in (first, last))

    def drawn(_: random.Random, i: int) -> str:
        day = begin + datetime.timedelta(days=round((end - begin).days * i / (RECORDS - 1)) + later * (i % 7 + 1))
        return f"{day} {i * 5 % 24:02}:{i * 7 % 60:02}" if hours else str(day)

    return drawn


def sometimes(draw: Draw, each: int) -> Draw:
    """Blank in one record of so many."""
    return lambda chance, i: "" if i % each == 0 else draw(chance, i)


def counted(start: str) -> Draw:
    return lambda _, i: f"{start}{10_001 + i}"


YES_NO = one_of("no", "yes", "no")

TABLES: dict[str, dict[str, Draw]] = {
    "orders": {
        "Order ID": counted("SO-"),
        "Order Date": spread("2023-01-02", "2025-06-30"),
        "Ship Date": spread("2023-01-02", "2025-06-30", later=1),
        "Region": one_of("North", "South", "East", "West"),
        "Country": one_of("UK", "Spain", "France", "Germany", "Ireland"),
        "Store": one_of("Ashby", "Brill", "Corley", "Dunmow", "Eastleigh", "Fenwick", "Garston"),
        "Sub-Category": one_of("Chairs", "Tables", "Lamps", "Rugs", "Desks"),
        "cust_seg": one_of("Consumer", "Corporate", "Small Business"),
        "Channel": one_of("Online", "Retail", "Phone"),
        "Revenue (EUR)": number(20, 4000, 2),
        "Discount %": number(0, 0.4, 2),
        "Qty": number(1, 12),
        "Unit Price": number(5, 300, 2),
        "Plan Revenue": number(20, 4000, 2),
        "Profit (EUR)": number(-300, 900, 2),
        "Returned": YES_NO,
    },
    "tickets": {
        "ticket_id": counted("T"),
        "created_at": spread("2024-07-01", "2025-12-14", hours=True),
        "resolved_at": sometimes(spread("2024-07-01", "2025-12-14", hours=True, later=1), 9),
        "priority": one_of("Low", "Medium", "High", "Urgent"),
        "team": one_of("Billing", "Network", "Hardware", "Access"),
        "agent": one_of("Amal", "Bente", "Chidi", "Dana", "Emeka", "Farah"),
        "status": one_of("Open", "Closed", "Pending"),
        "channel": one_of("Email", "Phone", "Chat"),
        "response_time_min": number(1, 240),
        "resolution_hours": number(1, 96, 1),
        "satisfaction": sometimes(number(1, 5), 8),
        "reopened": YES_NO,
        "customer_tier": one_of("Gold", "Silver", "Bronze"),
    },
    "staff": {
        "Employee No": counted("E"),
        "Department": one_of("Finance", "Operations", "Sales", "Legal", "Engineering"),
        "Job Title": one_of("Analyst", "Manager", "Engineer", "Clerk", "Director"),
        "Site": one_of("Leeds", "Porto", "Gdansk", "Lyon"),
        "Gender": one_of("F", "M", "X"),
        "Contract": one_of("Permanent", "Temporary", "Contractor"),
        "Hire Date": spread("2005-02-01", "2025-09-15"),
        "Leave Date": lambda _, i: "" if i % 4 else str(datetime.date(2016, 1, 5) + datetime.timedelta(days=8 * i)),
        "Age": number(19, 66),
        "Salary (GBP)": number(21_000, 120_000),
        "FTE": number(0.2, 1, 1),
        "Sick Days": number(0, 25),
        "Engagement Score": number(1, 10, 1),
        "Grade": one_of("G1", "G2", "G3", "G4"),
        "Remote": YES_NO,
    },
    "sensors": {
        "timestamp": spread("2026-01-01", "2026-03-15", hours=True),
        "sensor_id": one_of("S-01", "S-02", "S-03", "S-04", "S-05", "S-06"),
        "building": one_of("Mill", "Annex", "Tower", "Depot"),
        "floor": one_of("0", "1", "2", "3"),
        "room": one_of("Lab", "Lobby", "Archive", "Canteen", "Studio"),
        "temp_c": sometimes(number(12, 31, 1), 11),
        "humidity_pct": number(20, 90),
        "co2_ppm": number(380, 1900),
        "energy_kwh": number(0, 40, 2),
        "battery_v": number(2.4, 3.7, 2),
        "status": one_of("ok", "ok", "fault", "offline"),
    },
    "stays": {
        "admitted": spread("2023-01-01", "2024-12-31"),
        "discharged": spread("2023-01-01", "2024-12-31", later=2),
        "ward": one_of("Cardiology", "Maternity", "Surgery", "Paediatrics", "Oncology"),
        "admission_type": one_of("Emergency", "Elective", "Transfer"),
        "consultant": one_of("Dr Okafor", "Dr Lind", "Dr Marsh", "Dr Ruiz"),
        "length_of_stay": number(1, 28),
        "patient_age": number(0, 95),
        "sex": one_of("F", "M"),
        "outcome": one_of("Home", "Transferred", "Died"),
        "readmitted": YES_NO,
        "occupancy_rate": number(0.5, 1, 3),
        "Cost (GBP)": number(300, 18_000, 2),
        "hospital": one_of("St Anne", "Northgate", "Riverside"),
    },
    "loans": {
        "Loan ID": counted("L-"),
        "issue_date": spread("2019-01-02", "2024-03-31"),
        "Grade": one_of("A", "B", "C", "D", "E", "F", "G"),
        "Purpose": one_of("Car", "Home", "Debt", "Medical", "Wedding"),
        "State": one_of("TX", "CA", "NY", "FL", "WA"),
        "Term": one_of("36 months", "60 months"),
        "loan_amnt": number(1_000, 40_000),
        "int_rate": number(5, 26, 2),
        "annual_income": number(18_000, 190_000),
        "dti": number(0, 45, 1),
        "status": one_of("Current", "Paid", "Late", "Default"),
        "branch": one_of("Harbor", "Midtown", "Uptown"),
        "credit_score": sometimes(number(520, 820), 13),
        "recovered_amt": number(0, 9_000, 2),
    },
    "crops": {
        "harvest_year": lambda _, i: 2015 + i % 10,
        "farm": one_of("Oakfield", "Millbrook", "Hillside", "Ferndale"),
        "field_no": number(1, 60),
        "Crop": one_of("Wheat", "Barley", "Oats", "Rapeseed"),
        "Variety": one_of("Aldis", "Bream", "Corvin", "Delph", "Emberly", "Foss"),
        "Soil Type": one_of("Clay", "Loam", "Sand"),
        "Sown": spread("2014-09-20", "2023-10-28"),
        "Harvested": spread("2015-07-18", "2024-08-30"),
        "Area (ha)": number(1, 24, 1),
        "Yield (t)": number(3, 190, 1),
        "Yield_t_per_ha": number(1, 11, 2),
        "Rainfall mm": number(300, 900),
        "Fertilizer_kg": number(50, 2_400),
        "Price per Tonne": number(110, 420, 2),
        "Organic": YES_NO,
    },
    "matches": {
        "date": spread("2022-08-06", "2025-05-25"),
        "season": one_of("2022/23", "2023/24", "2024/25"),
        "home_team": one_of("Rovers", "United", "Athletic", "Wanderers", "Albion"),
        "away_team": one_of("United", "Athletic", "Wanderers", "Albion", "Rovers"),
        "venue": one_of("Park Lane", "Quayside", "The Meadow", "Canal End"),
        "referee": one_of("Ames", "Birch", "Coyle", "Dorn"),
        "home_goals": number(0, 6),
        "away_goals": number(0, 5),
        "attendance": number(800, 31_000),
        "competition": one_of("League", "Cup", "Friendly"),
        "result": one_of("Home win", "Draw", "Away win"),
        "yellow_cards": number(0, 8),
        "red_cards": number(0, 3),
        "possession_pct": number(30, 70),
    },
}


@cache
def table_of(name: str) -> Table:
    chance = random.Random(name)
    draws = TABLES[name].values()
    lines = [",".join(TABLES[name]), *(",".join(str(draw(chance, i)) for draw in draws) for i in range(RECORDS))]
    return read_file(io.BytesIO("\n".join(lines).encode()), f"{name}.csv", ReadingSpec())[0]
