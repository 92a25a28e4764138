// The whole window with an instrument; ends when it has been painted with the instrument in it.

#include "app/look/look.h"
#include "app/shell/main_window.h"

#include <QApplication>
#include <QTimer>

#include <cstdlib>

namespace {

class PaintedWindow : public fern::app::MainWindow {
public:
    using MainWindow::MainWindow;

protected:
    void paintEvent(QPaintEvent* event) override
    {
        MainWindow::paintEvent(event);
        if (runner().view()->choice)
            QTimer::singleShot(0, this, [] { std::_Exit(0); });
    }
};

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    fern::app::applyLook(application);
    PaintedWindow window(fern::app::systemDialogs(), fern::app::Storage());
    window.files().open(QString::fromLocal8Bit(argv[1]));
    window.show();
    return QApplication::exec();
}
