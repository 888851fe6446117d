"""What the API answers with, for its description and for TypeScript: the core's own answers, and the shapes that are the shop's."""

from bore.answers.check import Answer, WorkingAnswer
from bore.answers.machine import DrawnMachine, RatedAnswer
from bore.answers.offers import DeepHoleAnswer, MatchAnswer, ProgramAnswer, WaysOutAnswer
from bore.answers.pictures import LogAnswer, PicturesAnswer, WindowAnswer
from bore.answers.plan import PlanAnswer
from bore.answers.program import ControllerAnswer
from shop.api.schemas.at_machine import HandOverLine, HandOverWhole, MeasuredFeature, TroubleLine, TroubleList
from shop.api.schemas.course import Course, Finished, Published, QuestionsAnswered, SignedOff, SignOffLine, Teaching
from shop.api.schemas.editing import Moved, Near, ReadAnswer, SettleAnswer
from shop.api.schemas.errors import Errors, Problem
from shop.api.schemas.logbook import CutList, CutWhole, EdgeState, LogState, MovedWhole
from shop.api.schemas.plan import AnywhereAnswer, KeptPart, KeptPlan, PartSummary, PlanSummary
from shop.api.schemas.practice import Begun, Debrief, Stepped
from shop.api.schemas.records import (
    BroughtIn,
    CheckSummary,
    CutterRecord,
    Health,
    Live,
    MachineRecord,
    MaterialRecord,
    Me,
    SavedCheckAnswer,
)
from shop.api.schemas.shop import (
    Again,
    Brought,
    Change,
    Crib,
    Drawer,
    History,
    HistoryEntry,
    PasteAnswer,
    Person,
    PutAway,
    PutIn,
    RowFound,
    SetPreview,
    Slot,
)

__all__ = [
    "Again",
    "Answer",
    "AnywhereAnswer",
    "Begun",
    "Brought",
    "BroughtIn",
    "Change",
    "CheckSummary",
    "ControllerAnswer",
    "Course",
    "Crib",
    "CutList",
    "CutWhole",
    "CutterRecord",
    "Debrief",
    "DeepHoleAnswer",
    "Drawer",
    "DrawnMachine",
    "EdgeState",
    "Errors",
    "Finished",
    "HandOverLine",
    "HandOverWhole",
    "Health",
    "History",
    "HistoryEntry",
    "KeptPart",
    "KeptPlan",
    "Live",
    "LogAnswer",
    "LogState",
    "MachineRecord",
    "MatchAnswer",
    "MaterialRecord",
    "Me",
    "MeasuredFeature",
    "Moved",
    "MovedWhole",
    "Near",
    "PartSummary",
    "PasteAnswer",
    "Person",
    "PicturesAnswer",
    "PlanAnswer",
    "PlanSummary",
    "Problem",
    "ProgramAnswer",
    "Published",
    "PutAway",
    "PutIn",
    "QuestionsAnswered",
    "RatedAnswer",
    "ReadAnswer",
    "RowFound",
    "SavedCheckAnswer",
    "SetPreview",
    "SettleAnswer",
    "SignOffLine",
    "SignedOff",
    "Slot",
    "Stepped",
    "Teaching",
    "TroubleLine",
    "TroubleList",
    "WaysOutAnswer",
    "WindowAnswer",
    "WorkingAnswer",
]
