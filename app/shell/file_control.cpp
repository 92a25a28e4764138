#include "app/shell/file_control.h"

#include "app/look/inputs.h"
#include "app/look/text.h"
#include "io/capture_files.h"

#include <QFileInfo>
#include <QMenu>

namespace fern::app {

FileControl::FileControl(
    Document& document, Dialogs& dialogs, Storage storage, NoticeBar& notice, QWidget* window)
    : QObject(window)
    , m_document(document)
    , m_dialogs(dialogs)
    , m_storage(std::move(storage))
    , m_notice(notice)
    , m_window(window)
    , m_guard(m_document,
          m_storage.folder().isEmpty() ? QString() : m_storage.folder() + QStringLiteral("/open"),
          this)
{
    connect(&m_guard, &FileGuard::changedOnDisk, this, &FileControl::tellAboutDisk);
}

bool FileControl::open(const QString& path)
{
    const auto opened = m_document.open(path);
    if (!opened) {
        m_dialogs.showError(
            m_window, tr("The file was not opened"), qText(describe(opened.error())));
        return false;
    }
    m_storage.addRecent(path);
    m_notice.withdraw(NoticeBar::Kind::Question);
    guard();
    return true;
}

void FileControl::start(const Instrument& instrument)
{
    m_guard.dropCopy();
    m_document.start(instrument);
    m_guard.adopt();
}

void FileControl::guard()
{
    if (!m_guard.adopt())
        return m_notice.ask(
            tr("Another window has %1 open. Saving in both loses the changes of one.")
                .arg(QFileInfo(m_document.path()).fileName()),
            {{tr("Go on"), [] {}}});
    enum Answer { TakeUp, Forget };
    for (const auto& left : m_guard.leftBehind()) {
        const int answer = left.instrument == m_document.instrument()
            ? Forget
            : m_dialogs.ask(m_window, tr("Changes from before"),
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

void FileControl::choose()
{
    if (!mayLeave())
        return;
    const auto path =
        m_dialogs.fileToOpen(m_window, tr("Open an instrument"), tr("Instruments (*.fern.json)"));
    if (!path.isEmpty())
        open(path);
}

void FileControl::fillRecent(QMenu& menu)
{
    menu.clear();
    const auto files = m_storage.recentFiles();
    for (const auto& file : files) {
        auto* action = menu.addAction(QFileInfo(file).fileName());
        action->setToolTip(file);
        connect(action, &QAction::triggered, this, [this, file] {
            if (mayLeave())
                open(file);
        });
    }
    if (files.isEmpty())
        menu.addAction(tr("none yet"))->setEnabled(false);
}

bool FileControl::save()
{
    enterTyping();
    if (!m_document.isOpen())
        return false;
    if (m_document.path().isEmpty())
        return saveAs();
    const bool overwrites = QFileInfo::exists(m_document.path()) && m_guard.isChangedOnDisk();
    if (overwrites
        && m_dialogs.ask(m_window, tr("The file was changed"),
               tr("%1 was changed by another program since it was opened here.")
                   .arg(QFileInfo(m_document.path()).fileName()),
               {tr("Overwrite it"), tr("Cancel")})
            != 0)
        return false;
    return saveTo({});
}

bool FileControl::saveAs()
{
    enterTyping();
    if (!m_document.isOpen())
        return false;
    const auto proposed = m_document.path().isEmpty()
        ? qText(m_document.instrument().name).toLower().replace(QLatin1Char(' '), QLatin1Char('-'))
            + QStringLiteral(".fern.json")
        : m_document.path();
    auto path = m_dialogs.fileToSave(m_window, tr("Save the instrument"), proposed);
    if (path.isEmpty())
        return false;
    // The dialog has asked about the name that was typed, not about this one.
    if (const auto ending = QStringLiteral(".fern.json"); !path.endsWith(ending)) {
        path = path.endsWith(QStringLiteral(".json")) ? path.chopped(5) + ending : path + ending;
        if (QFileInfo::exists(path)
            && m_dialogs.ask(m_window, tr("The file is there already"),
                   tr("%1 is another instrument, perhaps.").arg(QFileInfo(path).fileName()),
                   {tr("Overwrite it"), tr("Cancel")})
                != 0)
            return false;
    }
    return saveTo(path);
}

bool FileControl::saveTo(const QString& path)
{
    const auto before = m_document.path();
    auto saved = m_document.save(path);
    if (saved && !before.isEmpty())
        saved = io::copyCaptures(
            m_document.instrument(), before.toStdString(), m_document.path().toStdString());
    if (!saved) {
        m_dialogs.showError(m_window, tr("The file was not saved"), qText(describe(saved.error())));
        return false;
    }
    m_storage.addRecent(m_document.path());
    m_notice.withdraw(NoticeBar::Kind::Question);
    if (!path.isEmpty() && !m_guard.adopt())
        m_notice.refuse(tr("Another window has that file open too."));
    return true;
}

bool FileControl::mayLeave()
{
    enterTyping();
    if (!m_document.isModified() || !m_document.isOpen())
        return true;
    switch (m_dialogs.askAboutChanges(m_window, qText(m_document.instrument().name))) {
    case Dialogs::Answer::Save:
        return save();
    case Dialogs::Answer::Discard:
        return true;
    case Dialogs::Answer::Cancel:
        break;
    }
    return false;
}

void FileControl::tellAboutDisk()
{
    const auto name = QFileInfo(m_document.path()).fileName();
    if (!QFileInfo::exists(m_document.path()))
        return m_notice.ask(tr("%1 is gone from the disk. Saving writes it again.").arg(name),
            {{tr("Go on"), [] {}}});
    const auto words = m_document.isModified()
        ? tr("%1 was changed by another program, and here are changes that are not saved.")
        : tr("%1 was changed by another program.");
    m_notice.ask(words.arg(name),
        {{tr("Load it anew"), [this] { open(m_document.path()); }}, {tr("Keep this"), [] {}}});
}

} // namespace fern::app
