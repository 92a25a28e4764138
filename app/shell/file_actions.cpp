// The window and its file: opening, saving, what a crash left, what others did to it.

#include "app/dialogs/dialogs.h"
#include "app/findings/findings_view.h"
#include "app/look/text.h"
#include "app/places/channels/channels_place.h"
#include "app/shell/main_window.h"
#include "app/shell/notice_bar.h"
#include "io/capture_files.h"
#include "io/recordings.h"

#include <QCloseEvent>
#include <QFileInfo>
#include <QMenu>
#include <QMimeData>

#include <algorithm>
#include <array>

namespace fern::app {

namespace {

QString droppedFile(const QMimeData* data)
{
    if (!data->hasUrls() || data->urls().size() != 1)
        return {};
    const auto path = data->urls().front().toLocalFile();
    constexpr std::array<const char*, 6> endings{".json", ".csv", ".tsv", ".txt", ".log", ".nmea"};
    const bool isOurs = std::any_of(endings.begin(), endings.end(),
        [&](const char* ending) { return path.endsWith(QLatin1String(ending)); });
    return isOurs ? path : QString();
}

} // namespace

bool MainWindow::open(const QString& path)
{
    const auto opened = m_document.open(path);
    if (!opened) {
        m_dialogs.showError(
            this, tr("The file was not opened"), QString::fromStdString(describe(opened.error())));
        return false;
    }
    m_storage.addRecent(path);
    guardFile();
    return true;
}

void MainWindow::begin()
{
    guardFile();
}

void MainWindow::guardFile()
{
    if (!m_guard.adopt())
        return m_notice->showChoice(
            tr("Another window has %1 open. Saving in both loses the changes of one.")
                .arg(QFileInfo(m_document.path()).fileName()),
            {{tr("Go on"), [] {}}});
    enum Answer { TakeUp, Forget };
    for (const auto& left : m_guard.leftBehind()) {
        const int answer = left.instrument == m_document.instrument()
            ? Forget
            : m_dialogs.ask(this, tr("Changes from before"),
                tr("The program ended without saving %1. Its changes of %2 were kept.")
                    .arg(qText(left.instrument.name), left.at),
                {tr("Take them up"), tr("Forget them"), tr("Not now")});
        if (answer == Forget) {
            FileGuard::forget(left);
            continue;
        }
        if (answer == TakeUp) {
            m_guard.takeUp(left);
            if (m_document.isOpen())
                m_document.apply(tr("Changes from before"), left.instrument);
            else
                m_document.start(left.instrument);
        }
        return; // the older ones, too, are asked about another time
    }
}

void MainWindow::chooseFile()
{
    if (!mayLeave())
        return;
    const auto path =
        m_dialogs.fileToOpen(this, tr("Open an instrument"), tr("Instruments (*.fern.json)"));
    if (!path.isEmpty())
        open(path);
}

void MainWindow::fillRecentMenu()
{
    m_recentMenu->clear();
    const auto files = m_storage.recentFiles();
    for (const auto& file : files) {
        auto* action = m_recentMenu->addAction(QFileInfo(file).fileName());
        action->setToolTip(file);
        connect(action, &QAction::triggered, this, [this, file] {
            if (mayLeave())
                open(file);
        });
    }
    if (files.isEmpty())
        m_recentMenu->addAction(tr("none yet"))->setEnabled(false);
}

bool MainWindow::save()
{
    if (!m_document.isOpen())
        return false;
    if (m_document.path().isEmpty())
        return saveAs();
    const bool overwrites = QFileInfo::exists(m_document.path()) && m_guard.isChangedOnDisk();
    if (overwrites
        && m_dialogs.ask(this, tr("The file was changed"),
               tr("%1 was changed by another program since it was opened here.")
                   .arg(QFileInfo(m_document.path()).fileName()),
               {tr("Overwrite it"), tr("Cancel")})
            != 0)
        return false;
    return saveTo({});
}

bool MainWindow::saveAs()
{
    if (!m_document.isOpen())
        return false;
    const auto proposed = m_document.path().isEmpty()
        ? QString::fromStdString(m_document.instrument().name)
                .toLower()
                .replace(QLatin1Char(' '), QLatin1Char('-'))
            + QStringLiteral(".fern.json")
        : m_document.path();
    const auto path = m_dialogs.fileToSave(this, tr("Save the instrument"), proposed);
    return !path.isEmpty() && saveTo(path);
}

bool MainWindow::saveTo(const QString& path)
{
    const auto before = m_document.path();
    auto saved = m_document.save(path);
    if (saved && !before.isEmpty())
        saved = io::copyCaptures(
            m_document.instrument(), before.toStdString(), m_document.path().toStdString());
    if (!saved) {
        m_dialogs.showError(
            this, tr("The file was not saved"), QString::fromStdString(describe(saved.error())));
        return false;
    }
    m_storage.addRecent(m_document.path());
    if (!path.isEmpty() && !m_guard.adopt())
        m_notice->showMessage(tr("Another window has that file open too."));
    return true;
}

bool MainWindow::mayLeave()
{
    if (!m_document.isModified() || !m_document.isOpen())
        return true;
    switch (m_dialogs.askAboutChanges(this, QString::fromStdString(m_document.instrument().name))) {
    case Dialogs::Answer::Save:
        return save();
    case Dialogs::Answer::Discard:
        return true;
    case Dialogs::Answer::Cancel:
        break;
    }
    return false;
}

void MainWindow::tellAboutDisk()
{
    const auto name = QFileInfo(m_document.path()).fileName();
    if (!QFileInfo::exists(m_document.path()))
        return m_notice->showChoice(
            tr("%1 is gone from the disk. Saving writes it again.").arg(name),
            {{tr("Go on"), [] {}}});
    const auto words = m_document.isModified()
        ? tr("%1 was changed by another program, and here are changes that are not saved.")
        : tr("%1 was changed by another program.");
    m_notice->showChoice(words.arg(name),
        {{tr("Load it anew"), [this] { open(m_document.path()); }}, {tr("Keep this"), [] {}}});
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    const bool leaves = mayLeave();
    event->setAccepted(leaves);
    if (leaves)
        m_guard.dropCopy();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!droppedFile(event->mimeData()).isEmpty())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const auto path = droppedFile(event->mimeData());
    if (path.isEmpty())
        return;
    event->acceptProposedAction();
    if (path.endsWith(QStringLiteral(".json"))) {
        if (mayLeave())
            open(path);
    } else if (!m_document.isOpen()) {
        m_notice->showMessage(tr("Open an instrument first; then a recording can be played."));
    } else if (const auto look = io::lookAtLogFile(path.toStdString());
               look && !look->isSentences && look->columns.front().name == "t_s") {
        playRecording(path);
    } else {
        importLog(path);
    }
}

} // namespace fern::app
