import { Carousel, Collapse, Fade } from 'react-bootstrap';

export function Views({ open, pictures }: { open: boolean; pictures: string[] }) {
  return (
    <Collapse in={open}>
      <div>
        <Carousel interval={4000} indicators={false} onSelect={(index) => console.log(index)}>
          {pictures.map((picture) => (
            <Carousel.Item key={picture}>
              <img src={picture} alt="" />
              <Carousel.Caption>{picture}</Carousel.Caption>
            </Carousel.Item>
          ))}
        </Carousel>
        <Fade in={open}><p>The harbour</p></Fade>
      </div>
    </Collapse>
  );
}
