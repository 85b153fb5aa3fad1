"""Projects and their revisions."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone


class NotThrown(models.Manager[Any]):
    """Everything but what lies in the bin."""

    def get_queryset(self) -> models.QuerySet[Any]:
        return super().get_queryset().filter(thrown=None)


class Project(models.Model):
    """One piece of work. ``version`` counts every change, undo and redo included.

    It belongs to its ``owner`` where makers are told apart, else to nobody. ``demo`` names the file
    of the play set it came from; ``away`` is a demo put away. What is ``thrown`` lies in the bin
    since then.
    """

    title = models.CharField(max_length=120)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE)
    version = models.PositiveIntegerField(default=1)
    current = models.ForeignKey(
        "Revision", null=True, on_delete=models.SET_NULL, related_name="current_of"
    )
    summary = models.JSONField(default=dict)  # what the shelf shows, told when it was kept
    folder = models.CharField(max_length=60, blank=True)
    demo = models.CharField(max_length=40, blank=True)
    away = models.BooleanField(default=False)
    thrown = models.DateTimeField(null=True, blank=True)
    opened = models.DateTimeField(default=timezone.now)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-updated", "-id")

    def __str__(self) -> str:
        return self.title


class Share(models.Model):
    """A project that another maker may see, or change."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="shares")
    maker = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    edit = models.BooleanField(default=False)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=("project", "maker"), name="one_share_a_maker"),
        )

    def __str__(self) -> str:
        return f"{self.project_id} with {self.maker_id}"


class Invitation(models.Model):
    """A link that lets one maker in, once, a new one or one who forgot the password: kept as a
    hash, so that who reads the books cannot use it."""

    digest = models.CharField(max_length=64, unique=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE)
    again = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE, related_name="+"
    )
    created = models.DateTimeField(auto_now_add=True)
    used = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return f"invitation {self.id}"


class Picture(models.Model):
    """A project as it was drawn last, and of which version."""

    project = models.OneToOneField(Project, on_delete=models.CASCADE, related_name="picture")
    version = models.PositiveIntegerField()
    data = models.BinaryField()

    def __str__(self) -> str:
        return f"{self.project_id} as of {self.version}"


class Revision(models.Model):
    """A document as it was after one change. Never altered, never deleted by an edit."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    parent = models.ForeignKey("self", null=True, on_delete=models.CASCADE, related_name="children")
    document = models.TextField()
    words = models.CharField(max_length=400)
    name = models.CharField(max_length=80, blank=True)  # given by the maker to find it again
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=("project", "number"), name="one_number_per_project"),
        )

    def __str__(self) -> str:
        return f"{self.project_id} r{self.number}: {self.words}"


class MeshFile(models.Model):
    """A mesh brought in: its triangles as documents name them, and the file as it came."""

    key = models.CharField(max_length=40, unique=True)
    name = models.CharField(max_length=200)
    data = models.BinaryField()
    original = models.BinaryField()
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name


class Job(models.Model):
    """Long work, done in a process of its own: a large mesh brought in and proved."""

    WAITING, WORKING, DONE, FAILED, CANCELLED = "waiting", "working", "done", "failed", "cancelled"

    name = models.CharField(max_length=200)
    units = models.CharField(max_length=4, default="mm")
    mend = models.BooleanField(default=False)
    data = models.BinaryField()
    state = models.CharField(max_length=10, default=WAITING)
    progress = models.FloatField(default=0.0)
    words = models.CharField(max_length=400, default="waiting its turn")
    faults = models.JSONField(default=list)
    project = models.ForeignKey(Project, null=True, on_delete=models.CASCADE)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("created",)

    def __str__(self) -> str:
        return f"{self.name}: {self.state}"


class Loaded(models.Model):
    """Something loaded once and not again: the demo projects, which a maker may delete."""

    name = models.CharField(max_length=60, unique=True)

    def __str__(self) -> str:
        return self.name


class Process(models.Model):
    """A process on the bench: a printer, a nozzle, a layer height and a material together.

    ``given`` is what was said of it before anything was printed; what it has been taught follows
    from its results and prints.
    """

    name = models.CharField(max_length=120, unique=True)
    given = models.JSONField()
    spool_g = models.FloatField(null=True)  # filament left on the spool; None: not kept
    thrown = models.DateTimeField(null=True, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects = NotThrown()
    everything = models.Manager()

    class Meta:
        ordering = ("created",)

    def __str__(self) -> str:
        return self.name


class Result(models.Model):
    """What a gauge showed. ``made_up``: by the stand-in printer, not by a machine."""

    process = models.ForeignKey(Process, on_delete=models.CASCADE, related_name="results")
    gauge = models.CharField(max_length=20)
    entries = models.JSONField()
    made_up = models.BooleanField(default=False)
    thrown = models.DateTimeField(null=True, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects = NotThrown()
    everything = models.Manager()

    class Meta:
        ordering = ("created",)

    def __str__(self) -> str:
        return f"{self.gauge} on {self.process_id}"


class Print(models.Model):
    """One print in the logbook: what was printed, how, and how its fits turned out."""

    project = models.ForeignKey(Project, null=True, on_delete=models.SET_NULL)
    revision = models.PositiveIntegerField()
    title = models.CharField(max_length=120)
    parts = models.JSONField(default=list)
    process = models.ForeignKey(Process, null=True, on_delete=models.SET_NULL)
    process_name = models.CharField(max_length=120, blank=True)
    printed = models.DateField()
    details = models.JSONField(default=dict)  # stance, layer, mass, time, cost as estimated then
    outcomes = models.JSONField(default=list)  # per fit: its gap and how it felt
    readings = models.JSONField(default=list)  # per size: as designed, and as the caliper read it
    made_up = models.BooleanField(default=False)  # by the stand-in printer
    notes = models.TextField(blank=True)
    photo = models.BinaryField(default=b"")
    photo_before = models.BinaryField(default=b"")  # the one that another took the place of
    once = models.CharField(max_length=40, null=True)  # written twice for a project it is one
    thrown = models.DateTimeField(null=True, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects = NotThrown()
    everything = models.Manager()

    class Meta:
        ordering = ("-printed", "-created")
        constraints = (
            models.UniqueConstraint(fields=("project", "once"), name="one_print_written_once"),
        )

    def __str__(self) -> str:
        return f"{self.title} on {self.printed}"


class Planned(models.Model):
    """A print that is still to be made, in the order it was asked for."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE)
    process = models.ForeignKey(Process, null=True, on_delete=models.SET_NULL)
    parts = models.JSONField(default=list)
    thrown = models.DateTimeField(null=True, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects = NotThrown()
    everything = models.Manager()

    class Meta:
        ordering = ("created",)

    def __str__(self) -> str:
        return f"{self.project_id}: {self.parts}"
