import { ThemeProvider } from '@mui/material/styles';
import { lazy, Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Today } from '../features/today/Today';
import { Broken } from './Broken';
import { Shell } from './Shell';
import { theme } from './theme';

const NewPiece = lazy(() => import('../features/pieces/NewPiece'));
const Pieces = lazy(() => import('../features/pieces/Pieces'));
const PieceFrame = lazy(() => import('../features/piece/PieceFrame'));
const Survey = lazy(() => import('../features/piece/survey/Survey'));
const Advice = lazy(() => import('../features/piece/advice/Advice'));
const Plan = lazy(() => import('../features/piece/plan/Plan'));
const Compare = lazy(() => import('../features/piece/compare/Compare'));
const Papers = lazy(() => import('../features/piece/papers/Papers'));
const Quantities = lazy(() => import('../features/piece/quantities/Quantities'));
const Time = lazy(() => import('../features/piece/time/Time'));
const Log = lazy(() => import('../features/piece/log/Log'));
const Mix = lazy(() => import('../features/mix/Mix'));
const Pour = lazy(() => import('../features/mix/Pour'));
const Buy = lazy(() => import('../features/buy/Buy'));
const Shelf = lazy(() => import('../features/shelf/Shelf'));
const Products = lazy(() => import('../features/products/Products'));
const LabelForm = lazy(() => import('../features/products/LabelForm'));
const ProductSheet = lazy(() => import('../features/products/ProductSheet'));
const HouseRules = lazy(() => import('../features/house/HouseRules'));
const WorkshopScreen = lazy(() => import('../features/workshop/WorkshopScreen'));

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Today /> },
      { path: 'pieces', element: <Pieces /> },
      { path: 'pieces/new', element: <NewPiece /> },
      {
        path: 'pieces/:pieceId',
        element: <PieceFrame />,
        children: [
          { index: true, element: <Navigate to="plan" replace /> },
          { path: 'survey', element: <Survey /> },
          { path: 'advice', element: <Advice /> },
          { path: 'plan', element: <Plan /> },
          { path: 'quantities', element: <Quantities /> },
          { path: 'time', element: <Time /> },
          { path: 'log', element: <Log /> },
          { path: 'compare', element: <Compare /> },
          { path: 'papers', element: <Papers /> },
        ],
      },
      { path: 'mix', element: <Mix /> },
      { path: 'mix/:mixId', element: <Pour /> },
      { path: 'buy', element: <Buy /> },
      { path: 'shelf', element: <Shelf /> },
      { path: 'products', element: <Products /> },
      { path: 'products/new', element: <LabelForm /> },
      { path: 'products/:productId', element: <ProductSheet /> },
      { path: 'house', element: <HouseRules /> },
      { path: 'workshop', element: <WorkshopScreen /> },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

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
