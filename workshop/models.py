"""Projects and their revisions."""

from __future__ import annotations

from django.db import models


class Project(models.Model):
    """One piece of work. ``version`` counts every change, undo and redo included."""

    title = models.CharField(max_length=120)
    version = models.PositiveIntegerField(default=1)
    current = models.ForeignKey(
        "Revision", null=True, on_delete=models.SET_NULL, related_name="current_of"
    )
    summary = models.JSONField(default=dict)  # what the shelf shows, told when it was kept
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-updated", "-id")

    def __str__(self) -> str:
        return self.title


class Revision(models.Model):
    """A document as it was after one change. Never altered, never deleted by an edit."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    parent = models.ForeignKey("self", null=True, on_delete=models.CASCADE, related_name="children")
    document = models.TextField()
    words = models.CharField(max_length=400)
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
