import { ThemeProvider } from '@mui/material/styles';
import { lazy, Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Today } from '../features/today/Today';
import { appRoot } from '../store/appRoot';
import { Broken } from './Broken';
import { Shell } from './Shell';
import { theme } from './theme';

const NewPiece = lazy(() => import('../features/pieces/NewPiece'));
const Pieces = lazy(() => import('../features/pieces/Pieces'));
const PieceFrame = lazy(() => import('../features/piece/PieceFrame'));
const Survey = lazy(() => import('../features/piece/survey/Survey'));
const Plan = lazy(() => import('../features/piece/plan/Plan'));
const Papers = lazy(() => import('../features/piece/papers/Papers'));
const Quantities = lazy(() => import('../features/piece/quantities/Quantities'));
const Work = lazy(() => import('../features/piece/sittings/Work'));
const Mix = lazy(() => import('../features/mix/Mix'));
const Pour = lazy(() => import('../features/mix/Pour'));
const Buy = lazy(() => import('../features/buy/Buy'));
const Shelf = lazy(() => import('../features/shelf/Shelf'));
const Products = lazy(() => import('../features/products/Products'));
const LabelForm = lazy(() => import('../features/products/LabelForm'));
const ProductSheet = lazy(() => import('../features/products/ProductSheet'));
const Air = lazy(() => import('../features/air/Air'));
const Rack = lazy(() => import('../features/rack/Rack'));
const HouseRules = lazy(() => import('../features/house/HouseRules'));
const PaperSettings = lazy(() => import('../features/workshop/PaperSettings'));
const Market = lazy(() => import('../features/money/Market'));
const CardLibrary = lazy(() => import('../features/piece/cards/CardLibrary'));
const CardScreen = lazy(() => import('../features/piece/cards/CardScreen'));
const LearnedScreen = lazy(() => import('../features/learned/LearnedScreen'));
const EarnedScreen = lazy(() => import('../features/money/EarnedScreen'));
const Colour = lazy(() => import('../features/colour/Colour'));
const Match = lazy(() => import('../features/colour/Match'));
const Sticks = lazy(() => import('../features/colour/Sticks'));
const PaintMix = lazy(() => import('../features/colour/PaintMix'));
const PutRight = lazy(() => import('../features/colour/PutRight'));
const PeopleAndRoom = lazy(() => import('../features/workshop/PeopleAndRoom'));
const Settings = lazy(() => import('../features/settings/Settings'));
const WorkshopScreen = lazy(() => import('../features/workshop/WorkshopScreen'));

const router = createBrowserRouter(
  [
    {
      element: <Shell />,
      errorElement: <Broken />,
      children: [
        { index: true, element: <Today /> },
        { path: 'pieces', element: <Pieces /> },
        { path: 'pieces/new', element: <NewPiece />, handle: 'New piece' },
        {
          path: 'pieces/:pieceId',
          element: <PieceFrame />,
          children: [
            { index: true, element: <Navigate to="plan" replace /> },
            { path: 'survey', element: <Survey />, handle: 'Survey' },
            { path: 'plan', element: <Plan />, handle: 'Plan' },
            { path: 'quantities', element: <Quantities />, handle: 'Quantities' },
            { path: 'work', element: <Work />, handle: 'Work' },
            { path: 'papers', element: <Papers />, handle: 'Papers' },
            // Addresses of before.
            { path: 'time', element: <Navigate to="../work" replace /> },
            { path: 'log', element: <Navigate to="../work" replace /> },
            { path: 'advice', element: <Navigate to="../plan#advice" replace /> },
            { path: 'compare', element: <Navigate to="../plan#compare" replace /> },
            { path: '*', element: <Navigate to="../plan" replace /> },
          ],
        },
        { path: 'rack', element: <Rack /> },
        { path: 'earned', element: <EarnedScreen /> },
        { path: 'market', element: <Market /> },
        { path: 'cards', element: <CardLibrary /> },
        { path: 'cards/:cardId', element: <CardScreen />, handle: 'Finish card' },
        { path: 'learned', element: <LearnedScreen /> },
        {
          path: 'colour',
          element: <Colour />,
          children: [
            { index: true, element: <Match />, handle: 'Match a colour' },
            { path: 'sticks', element: <Sticks />, handle: 'Sticks' },
            { path: 'mix', element: <PaintMix />, handle: 'Mix a paint' },
            { path: 'right', element: <PutRight />, handle: 'Put a colour right' },
          ],
        },
        { path: 'air', element: <Air /> },
        { path: 'mix', element: <Mix /> },
        { path: 'mix/:mixId', element: <Pour />, handle: 'Pour' },
        { path: 'buy', element: <Buy /> },
        { path: 'shelf', element: <Shelf /> },
        { path: 'products', element: <Products /> },
        { path: 'products/new', element: <LabelForm />, handle: 'A can’s label' },
        { path: 'products/:productId', element: <ProductSheet />, handle: 'Product' },
        {
          path: 'settings',
          element: <Settings />,
          children: [
            { index: true, element: <WorkshopScreen /> },
            { path: 'hands', element: <PeopleAndRoom />, handle: 'People and room' },
            { path: 'papers', element: <PaperSettings />, handle: 'Papers’ settings' },
            { path: 'house', element: <HouseRules /> },
          ],
        },
        { path: 'house', element: <Navigate to="/settings/house" replace /> },
        { path: 'workshop', element: <Navigate to="/settings" replace /> },
        { path: '*', element: <Navigate to="/" replace /> },
      ],
    },
  ],
  { basename: appRoot },
);

/** The application: theme, routes, and a way to save the data should anything break. */
export function App() {
  return (
    <ThemeProvider theme={theme}>
      <ErrorBoundary fallbackRender={({ error }) => <Broken error={error} />}>
        <Suspense>
          <RouterProvider router={router} />
        </Suspense>
      </ErrorBoundary>
    </ThemeProvider>
  );
}
