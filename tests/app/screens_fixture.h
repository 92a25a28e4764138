#pragma once
// A real window that has opened the Screens place.

#include "app/glass/glass_view.h"
#include "app/places/screens/screens_place.h"
#include "tests/app/window_fixture.h"

namespace fern::app {

class ScreensTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        QTest::keyClick(&window, Qt::Key_3, Qt::ControlModifier);
        // The rail's button shows for a moment that it was pressed.
        ASSERT_TRUE(waitFor([this] { return window.findChild<ScreensPlace*>() != nullptr; }));
        settle();
    }
    ScreensPlace* place() { return find<ScreensPlace>("screensPlace"); }
    PageCanvas* canvas() { return find<PageCanvas>("pageCanvas"); }
    const Page& page(const char* id) { return *findById(instrument().pages, id); }
    const Field* field(const char* pageId, const char* id)
    {
        for (const auto& each : page(pageId).fields)
            if (each.id == id)
                return &each;
        return nullptr;
    }
    void openPage(const char* id)
    {
        QTest::mouseClick(find<GlassView>((std::string("page ") + id).c_str()), Qt::LeftButton);
        settle();
    }
    void key(Qt::Key which, Qt::KeyboardModifiers modifiers = Qt::NoModifier)
    {
        QTest::keyClick(canvas(), which, modifiers);
        settle();
    }
    QPoint middleOf(const Box& box) { return canvas()->rectOf(box).center().toPoint(); }
};

} // namespace fern::app
