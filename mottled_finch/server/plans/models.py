"""Plans, the versions that are their history, and their runs."""

from functools import cached_property
from typing import TYPE_CHECKING, Any

from django.db import models
from django.utils import timezone

from ..history import History
from ..removing import Removable

if TYPE_CHECKING:
    from mottled_finch.app.plans.spec import PlanSpec


class Plan(History, Removable):
    """What is made by itself. ``at`` is the number of the version that stands; planned moments until ``considered`` are past.
    ``title`` is what lists find it by; empty where it cannot be read.
    """

    content = ("plan",)
    title = models.TextField(default="")
    at = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    saved = models.DateTimeField(auto_now=True)
    considered = models.DateTimeField(default=timezone.now)

    def standing(self) -> "PlanVersion":
        found: PlanVersion | None = self.version(self.at)
        if found is None:
            raise PlanVersion.DoesNotExist
        return found

    def spec(self) -> "PlanSpec":
        """The plan that stands. Raises RecipeError for one that cannot be read any more."""
        return self.standing().parsed

    def listed(self) -> dict[str, Any]:
        return {"title": self.spec().title or "A plan without a title"}


class PlanVersion(models.Model):
    """A plan as it once stood. ``change`` says what was done to get there, ``unseen`` that it was done without looking."""

    owner = models.ForeignKey(Plan, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    plan = models.JSONField()
    change = models.CharField(max_length=200)
    unseen = models.BooleanField(default=False)
    made = models.DateTimeField(auto_now_add=True)

    @cached_property
    def parsed(self) -> "PlanSpec":
        from mottled_finch.app.plans.load import load_plan

        return load_plan(self.plan)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "number"], name="one_plan_version_a_number")]
        ordering = ["number"]


class Run(models.Model):
    """One run of a plan. It is *waiting*, then *running*, then *made*; *held* by a guard or a claim; the *same*, as nothing newer
    was there; *failed*, as the plan cannot be carried out; or *cut* off by the end of the server.

    ``asked`` is what asked for it, ``due`` the planned moment. ``tried`` are the files it found, by the tables' names, ``took``
    those that became editions, ``given`` the imports that they came in by; ``files`` are the paths of what was put.
    """

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        MADE = "made"
        HELD = "held"
        SAME = "same"
        FAILED = "failed"
        CUT = "cut"

    class Asked(models.TextChoices):
        CLOCK = "clock"
        FILE = "file"
        HAND = "hand"

    plan = models.ForeignKey(Plan, on_delete=models.CASCADE, related_name="runs")
    state = models.CharField(max_length=20, choices=State.choices, default=State.WAITING)
    asked = models.CharField(max_length=20, choices=Asked.choices, default=Asked.HAND)
    dry = models.BooleanField(default=False)
    again = models.BooleanField(default=False)
    due = models.DateTimeField(null=True)
    created = models.DateTimeField(auto_now_add=True)
    started = models.DateTimeField(null=True)
    ended = models.DateTimeField(null=True)
    words = models.TextField(default="")
    since = models.JSONField(default=list)
    tried = models.JSONField(default=dict)
    took = models.JSONField(default=dict)
    given = models.JSONField(default=list)
    files = models.JSONField(default=list)

    class Meta:
        ordering = ["-pk"]
