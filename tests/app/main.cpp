#include "app/look/look.h"

#include <gtest/gtest.h>

#include <QApplication>

#include <clocale>

namespace {

/// The offscreen platform says of every window that it has no size hints.
void quiet(QtMsgType type, const QMessageLogContext& /*context*/, const QString& message)
{
    if (!message.contains(QLatin1String("propagateSizeHints")))
        std::fprintf(
            stderr, "%s%s\n", type == QtWarningMsg ? "warning: " : "", qPrintable(message));
}

} // namespace

int main(int argc, char** argv)
{
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM") && !qEnvironmentVariableIsSet("DISPLAY"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    qInstallMessageHandler(quiet);
    testing::InitGoogleTest(&argc, argv);
    // A locale with a decimal comma, where the machine has one: numbers must not care.
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    QApplication application(argc, argv);
    std::setlocale(LC_NUMERIC, "C");
    fern::app::applyLook(application);
    return RUN_ALL_TESTS();
}
