"""When a plan is due. Moments have their zone; nothing here looks at a clock."""

from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from .spec import WhenSpec

_DAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
_DAYS_AHEAD = 9


def next_due(when: WhenSpec, after: datetime) -> datetime:
    """The first planned moment after another, in UTC."""
    zone = ZoneInfo(when.zone)
    day = after.astimezone(zone).date() - timedelta(days=1)
    hour, minute = map(int, when.time.split(":"))
    for _ in range(_DAYS_AHEAD):
        if not when.days or _DAYS[day.weekday()] in when.days:
            moment = _moment(datetime(day.year, day.month, day.day, hour, minute, tzinfo=zone))
            if moment > after:
                return moment
        day += timedelta(days=1)
    raise AssertionError("every plan has a day in a week")


def _moment(wall: datetime) -> datetime:
    """What a clock on the wall says as a moment: the first of two, and of one that was left out the first moment after the gap."""
    moment = wall.replace(fold=0).astimezone(UTC)
    if moment.astimezone(wall.tzinfo).replace(tzinfo=None) == wall.replace(tzinfo=None):
        return moment
    before, after = (wall.replace(fold=fold).utcoffset() for fold in (0, 1))
    assert before is not None and after is not None
    # In a gap both folds tell a moment that the clock never showed; its end is where the new offset begins.
    low, high = (wall.replace(tzinfo=UTC) - after), (wall.replace(tzinfo=UTC) - before)
    low, high = min(low, high) - timedelta(hours=3), max(low, high) + timedelta(hours=3)
    while high - low > timedelta(seconds=1):
        half = low + (high - low) / 2
        if half.astimezone(wall.tzinfo).utcoffset() == low.astimezone(wall.tzinfo).utcoffset():
            low = half
        else:
            high = half
    return (high + timedelta(milliseconds=500)).replace(microsecond=0)


def missed(when: WhenSpec, last: datetime | None, now: datetime) -> bool:
    """Whether a planned moment lies between the last run and now; a plan that never ran waits for its first."""
    return last is not None and next_due(when, last) <= now
