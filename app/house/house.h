#pragma once
// What every place of the window works with.

namespace fern::app {

class CaptureLibrary;
class Dialogs;
class Document;
class NoticeBar;
class PlayControl;
class Runner;

struct House {
    Document& document;
    CaptureLibrary& library;
    Dialogs& dialogs;
    Runner& runner;
    PlayControl& play;
    NoticeBar& notice;
};

} // namespace fern::app
