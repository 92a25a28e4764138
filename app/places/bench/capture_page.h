#pragma once
// The capture library of the instrument: a list, and the chosen capture as a plot with cursors and
// figures.

#include "app/dialogs/dialogs.h"
#include "app/document/capture_library.h"
#include "app/places/bench/capture_figures.h"
#include "app/runner/background_job.h"

#include <QListWidget>
#include <QWidget>

class QComboBox;
class QHBoxLayout;

namespace fern::app {

class Card;
class CheckedEdit;
class LinkButton;

class CapturePage : public QWidget {
    Q_OBJECT
public:
    CapturePage(Document& document, CaptureLibrary& library, Dialogs& dialogs, QWidget* parent);

    /// Opens a capture of the library.
    void open(const QString& id);

Q_SIGNALS:
    /// `tap` is the one that it shall be played at; none for the nearest to the world.
    void playWanted(const QString& id, std::optional<fern::Tap> tap);
    /// A stand-in shall follow it.
    void speakWanted(const QString& id);
    void importWanted();
    void refused(const QString& message);

private:
    QWidget* createList();
    QWidget* createView();
    QWidget* createWays(QWidget* parent);
    void showDocument();
    void showCapture();
    void load();
    void showState(const QString& words);
    void showColumns();
    void chooseColumn(int index);
    void readFigures();
    void copyValues() const;
    void exportCsv();
    void exportPicture();
    void trim();
    /// Makes entries for files that no entry names.
    void adopt();
    /// Writes the stretch between the cursors into a file, beside the window; `done` hears of it.
    void writeStretch(
        const std::string& to, const std::function<void(const io::ImportReport&)>& done);
    const StoredCapture* current() const;

    Document& m_document;
    CaptureLibrary& m_library;
    Dialogs& m_dialogs;
    std::vector<std::shared_ptr<const Series>> m_columns;
    std::size_t m_column = 0;
    std::string m_loaded; ///< path of what the columns come from
    BackgroundJob m_reading, m_figuring, m_writing;
    QTimer m_settle; ///< until the cursors stand still
    QListWidget* m_list;
    LinkButton* m_stray;
    QWidget* m_empty;
    Card* m_view;
    CheckedEdit *m_name, *m_note;
    QComboBox *m_columnBox, *m_tap;
    QWidget* m_play;
    SeriesPlot* m_plot;
    QLabel *m_readout, *m_state;
    CaptureFigures* m_figures;
    QList<QWidget*> m_needsData;
};

} // namespace fern::app
